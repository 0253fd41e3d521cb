import { everyNth, FRAMES_PER_S, pointingHand, type Exercise } from "./exercise.ts";
import {
  AT_REST,
  leastDose,
  sweepBegun,
  sweepOf,
  sweepStep,
  sweepVerdict,
  type SweepHand,
  type SweepState,
  type SweepTask,
  type SweepTruth,
} from "./sweep.ts";

/** Rows this far apart lie evenly under a torch that is held at a hand's height, mm. Common practice, no source. */
const ROW_MM = 18;
/** So far over each edge the torch turns round, mm. */
const OVER_MM = 8;
const SPEED_MM_S = 45;
/** A little more than is asked for, for what a radiometer is off by. */
const SPARE = 1.06;

interface Reach {
  fromX: number;
  toX: number;
  fromY: number;
  toY: number;
}

/** To and fro, row by row, at one speed: where the torch is at each frame. */
function rows({ fromX, toX, fromY, toY }: Reach): SweepHand[] {
  const count = Math.max(2, Math.round((toY - fromY) / ROW_MM) + 1);
  const frames = Math.max(2, Math.round(((toX - fromX) / SPEED_MM_S) * FRAMES_PER_S));
  return Array.from({ length: count }, (_, row) => {
    const yMm = fromY + ((toY - fromY) * row) / (count - 1);
    return Array.from({ length: frames }, (__, k) => {
      const share = k / (frames - 1);
      return { xMm: fromX + (toX - fromX) * (row % 2 === 0 ? share : 1 - share), yMm, on: true };
    });
  }).flat();
}

/** What a torch of this reading has to give, mW: the light right below it, by the law of the lamp. */
const powerBy = ({ readingMwCm2, heightMm, order }: SweepTask): number =>
  (readingMwCm2 * 2 * Math.PI * heightMm ** 2) / (100 * (order + 1));

/** So many passes of rows that the place with the least has its dose, by what the radiometer showed. */
function passes(task: SweepTask, reach: Reach): SweepHand[] {
  const pattern = rows(reach);
  const told = { ...task, powerMw: powerBy(task) };
  let state = sweepBegun(told);
  for (const hand of pattern) state = sweepStep(told, state, hand, 1 / FRAMES_PER_S);
  const once = (SPARE * task.requiredMjCm2) / leastDose(state).doseMjCm2;
  const whole = Math.ceil(once);
  // The same number of frames at the share of the speed that leaves no pass half done.
  const stretch = once / whole;
  const frames = Math.round(pattern.length * stretch);
  const paced = Array.from(
    { length: frames },
    (_, k) => pattern[Math.min(pattern.length - 1, Math.round(k / stretch))]!,
  );
  return Array.from({ length: whole }, (_, n) => (n % 2 === 0 ? paced : [...paced].reverse())).flat();
}

const over = ({ panel }: SweepTask): Reach => ({
  fromX: -OVER_MM,
  toX: panel.widthMm + OVER_MM,
  fromY: -OVER_MM,
  toY: panel.heightMm + OVER_MM,
});

/** A good hand: all of the panel in rows, out over its edges, as often as the reading says. */
export const evenHand = (task: SweepTask, times = 1): SweepHand[] =>
  everyNth(passes(task, over(task)), times);

/** The same time over the middle of the panel: its corners see little. */
export const unevenHand = (task: SweepTask, times = 1): SweepHand[] => {
  const { widthMm, heightMm } = task.panel;
  const long = evenHand(task).length;
  const reach = { fromX: 0.25 * widthMm, toX: 0.75 * widthMm, fromY: 0.25 * heightMm, toY: 0.75 * heightMm };
  const once = rows(reach);
  return everyNth(
    Array.from({ length: long }, (_, k) => once[k % once.length]!),
    times,
  );
};

/** Evenly over the panel and over the fingers that hold it. */
export const overFingersHand = (task: SweepTask, times = 1): SweepHand[] =>
  everyNth(passes(task, { ...over(task), toY: task.panel.heightMm + 40 }), times);

export const sweep: Exercise<SweepTruth, SweepHand, SweepState> = {
  hand: pointingHand,
  drawn: sweepOf,
  atRest: () => AT_REST,
  begun: sweepBegun,
  step: sweepStep,
  verdict: sweepVerdict,
  goodHand: evenHand,
};
