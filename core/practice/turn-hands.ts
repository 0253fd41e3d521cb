import { FRAMES_PER_S, everyNth, held, type Exercise } from "./exercise.ts";
import {
  axisBy,
  turnAtRest,
  turnBegun,
  turnHand,
  turnOf,
  turnStep,
  turnVerdict,
  type TurnHand,
  type TurnState,
  type TurnTruth,
} from "./turn.ts";

/** A hand turns a film so fast, deg/s. */
const TURN_DEG_S = 30;
/** Where a meter is read: all the way round, evenly. */
const READ_AT_DEG = Array.from({ length: 9 }, (_, k) => 20 * k);

/** From one angle to another at a hand's pace. */
function turned(from: number, to: number, reads: number): TurnHand[] {
  const frames = Math.max(1, Math.ceil((Math.abs(to - from) / TURN_DEG_S) * FRAMES_PER_S));
  const way = Array.from({ length: frames }, (_, k) => ({
    deg: from + ((to - from) * (k + 1)) / frames,
    reads,
  }));
  return [...way, ...held({ deg: to, reads })];
}

/** Reads the meter all the way round; the hands, and the axis that the readings say. */
function readRound(truth: TurnTruth): { hands: TurnHand[]; darkestDeg: number } {
  const hands: TurnHand[] = held(turnAtRest());
  READ_AT_DEG.forEach((deg, k) => {
    hands.push(...turned(hands.at(-1)!.deg, deg, k), ...held({ deg, reads: k + 1 }));
  });
  let state = turnBegun(truth);
  for (const hand of hands) state = turnStep(truth, state, hand, 1 / FRAMES_PER_S);
  return { hands, darkestDeg: axisBy(state.readings)!.darkestDeg };
}

/** Reads all round, then turns the film to so far from where the readings want it. */
function byReadings(truth: TurnTruth, offDeg: number): TurnHand[] {
  const { hands, darkestDeg } = readRound(truth);
  const last = hands.at(-1)!;
  return [...hands, ...turned(last.deg, darkestDeg + offDeg, last.reads)];
}

/** A good hand: nine readings, and the film where they say. */
export const readFilm = (truth: TurnTruth, times = 1): TurnHand[] => everyNth(byReadings(truth, 0), times);

/** A film that looks right and is five degrees off. */
export const nearlyTurned = (truth: TurnTruth, times = 1): TurnHand[] =>
  everyNth(byReadings(truth, 5), times);

/** A film a quarter turn off. */
export const quarterTurned = (truth: TurnTruth, times = 1): TurnHand[] =>
  everyNth(byReadings(truth, 90), times);

export const turn: Exercise<TurnTruth, TurnHand, TurnState> = {
  hand: turnHand,
  drawn: turnOf,
  atRest: turnAtRest,
  begun: turnBegun,
  step: turnStep,
  verdict: turnVerdict,
  goodHand: readFilm,
};
