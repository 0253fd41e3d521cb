import { everyNth, FRAMES_PER_S, held, type Exercise, type PracticePlace } from "./exercise.ts";
import {
  MOST_FALSE,
  seeAtRest,
  seeBegun,
  seeHand,
  seeOf,
  seeStep,
  seeVerdict,
  type SeeHand,
  type SeeState,
  type SeeTruth,
} from "./see.ts";

/** Looks at a place for so long before it marks it, s. */
const LOOKS_S = 1;

function marking(places: readonly PracticePlace[], times: number): SeeHand[] {
  const rest = seeAtRest();
  const looks = Array.from({ length: LOOKS_S * FRAMES_PER_S }, () => rest);
  return everyNth(
    [...looks, ...places.flatMap(({ xMm, yMm }, k) => held({ xMm, yMm, marks: k + 1 })), ...looks],
    times,
  );
}

const there = ({ planted }: SeeTruth): PracticePlace[] => planted.map(({ xMm, yMm }) => ({ xMm, yMm }));

/** A good hand: marks what is there. */
export const seesAll = (truth: SeeTruth, times = 1): SeeHand[] => marking(there(truth), times);

/** Marks nothing. */
export const seesNothing = (_: SeeTruth, times = 1): SeeHand[] => marking([], times);

/** Marks what is there, and noise beside it. */
export function seesGhosts(truth: SeeTruth, times = 1): SeeHand[] {
  const { widthMm, heightMm } = truth.panel;
  const places = [0.1, 0.3, 0.5, 0.7, 0.9].flatMap((x) =>
    [0.1, 0.37, 0.63, 0.9].map((y) => ({ xMm: x * widthMm, yMm: y * heightMm })),
  );
  const known = there(truth);
  const isFar = (at: PracticePlace) =>
    known.every(({ xMm, yMm }) => Math.hypot(at.xMm - xMm, at.yMm - yMm) > 4);
  const ghosts = places.filter(isFar).slice(0, MOST_FALSE + 1);
  return marking([...known, ...ghosts], times);
}

/** Looks until there is no time left. */
export const looksTooLong = ({ withinS }: SeeTruth, times = 1): SeeHand[] =>
  everyNth(Array.from({ length: (withinS + 1) * FRAMES_PER_S }, seeAtRest), times);

export const see: Exercise<SeeTruth, SeeHand, SeeState> = {
  hand: seeHand,
  drawn: seeOf,
  atRest: seeAtRest,
  begun: seeBegun,
  step: seeStep,
  verdict: seeVerdict,
  goodHand: seesAll,
};
