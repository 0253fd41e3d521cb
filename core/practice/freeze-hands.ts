import { calculateThaw } from "../heat/thaw.ts";
import { everyNth, FRAMES_PER_S, held, type Exercise } from "./exercise.ts";
import {
  FREEZE_PACE,
  freezeAtRest,
  freezeBegun,
  freezeCurve,
  freezeHand,
  freezeOf,
  freezeStep,
  freezeThawInput,
  freezeVerdict,
  type FreezeHand,
  type FreezeState,
  type FreezeTask,
  type FreezeTruth,
} from "./freeze.ts";

/** The air may take the heat so much slower than usual, the glue may want so much more cold, C, and the room be damper, %. */
const SLOW_AIR = 0.75;
const COLDER_C = 6.5;
const DAMPER_PCT = 5;
const FREEZER_OFF_C = 2;
/** Longer than what was worked out, since what settled has to go as well. */
const LONGER = 1.2;

/** So long in the freezer and the glue line is cold enough, s, by what is known. */
function enoughS(task: FreezeTask): number {
  const { timesS, glueC } = freezeCurve(task, 7_200, {
    freezerC: task.freezerC + FREEZER_OFF_C,
    filmShare: SLOW_AIR,
  });
  const cold = glueC.findIndex((c) => c <= task.brittleC - COLDER_C - 0.5);
  return cold < 0 ? 7_200 : timesS[cold]!;
}

const thawS = (task: FreezeTask): number =>
  LONGER *
  (calculateThaw(freezeThawInput(task, task.freezerC - FREEZER_OFF_C, task.relativeHumidityPct + DAMPER_PCT))
    .dryAfterS ?? 0);

const frames = (benchS: number) => Math.ceil((benchS / FREEZE_PACE) * FRAMES_PER_S);

/** In the freezer for so long, out, popped after a wait, powered after another, s. */
function frozen(inS: number, waitS: number, thawedS: number): FreezeHand[] {
  const rest = freezeAtRest();
  const out = { ...rest, out: true };
  const popped = { ...out, popped: true };
  const so = (hand: FreezeHand, seconds: number) => Array.from({ length: frames(seconds) }, () => hand);
  return [
    ...so(rest, inS),
    ...held(out),
    ...so(out, waitS),
    ...held(popped),
    ...so(popped, thawedS),
    ...held({ ...popped, powered: true }),
  ];
}

/** A good hand: long enough in the cold, popped at once, powered once it is dry. */
export const coldEnough = (task: FreezeTask, times = 1): FreezeHand[] =>
  everyNth(frozen(enoughS(task), 0, thawS(task)), times);

/** Out after a quarter of that. */
export const soonOut = (task: FreezeTask, times = 1): FreezeHand[] =>
  everyNth(frozen(enoughS(task) / 4, 0, thawS(task)), times);

/** Cold enough, then left on the bench for a quarter of an hour. */
export const leftLying = (task: FreezeTask, times = 1): FreezeHand[] =>
  everyNth(frozen(enoughS(task), 900, thawS(task)), times);

/** Powered as soon as it is off. */
export const soonPowered = (task: FreezeTask, times = 1): FreezeHand[] =>
  everyNth(frozen(enoughS(task), 0, 0), times);

export const freeze: Exercise<FreezeTruth, FreezeHand, FreezeState> = {
  hand: freezeHand,
  drawn: freezeOf,
  atRest: freezeAtRest,
  begun: freezeBegun,
  step: freezeStep,
  isOver: ({ poweredAtS }) => poweredAtS !== null,
  verdict: freezeVerdict,
  goodHand: coldEnough,
};
