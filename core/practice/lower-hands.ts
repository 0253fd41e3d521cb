import { everyNth, FRAMES_PER_S, held, type Exercise, type PracticePlace } from "./exercise.ts";
import {
  lowerAtRest,
  lowerBegun,
  lowerHand,
  lowerOf,
  lowerStep,
  lowerVerdict,
  type LowerHand,
  type LowerState,
  type LowerTask,
  type LowerTruth,
} from "./lower.ts";

/** Where three beads lie, as shares of the panel's height; they end so far from its sides, as shares of its width. */
const ROWS = [0.22, 0.48, 0.74];
const SIDE = 0.1;
/** The first ends before the bay, mm. */
const BEFORE_BAY_MM = 6;
/** The front goes at this share of what the data sheet's liquid bears. */
const SPARE = 0.7;

const rowsOf = ({ panel: { widthMm, heightMm }, bayMm }: LowerTask): [PracticePlace, PracticePlace][] =>
  ROWS.map((share, n) => {
    const yMm = share * heightMm;
    const toMm =
      n === 0 ? Math.min((1 - SIDE) * widthMm, widthMm - bayMm - BEFORE_BAY_MM) : (1 - SIDE) * widthMm;
    return [
      { xMm: SIDE * widthMm, yMm },
      { xMm: toMm, yMm },
    ];
  });

/** Lays beads that hold so much in all, evenly by time, then lowers at a speed of the front, mm/s. */
function layAndLower(
  task: LowerTask,
  { beads = rowsOf(task), share = 1, frontMmS = SPARE * task.frontMmS } = {},
): LowerHand[] {
  const rest = lowerAtRest();
  const frames = Math.round(((share * task.neededUl) / task.flowUlS / beads.length) * FRAMES_PER_S);
  const laid = beads.flatMap(([from, to]) => [
    ...Array.from({ length: frames }, (_, k) => ({
      ...rest,
      xMm: from.xMm + ((to.xMm - from.xMm) * k) / frames,
      yMm: from.yMm + ((to.yMm - from.yMm) * k) / frames,
      on: true,
    })),
    ...held({ ...rest, ...to, on: false }),
  ]);
  const lowering = Math.ceil((task.panel.heightMm / frontMmS) * FRAMES_PER_S);
  const down = Array.from({ length: lowering + 8 }, (_, k) => ({
    ...rest,
    down: Math.min(1, (k + 1) / lowering),
  }));
  return [...laid, ...down];
}

/** A good hand: three even beads that keep off the bay, and a front slow enough. */
export const evenBeads = (task: LowerTask, times = 1): LowerHand[] => everyNth(layAndLower(task), times);

/** The same, lowered two and a half times too fast. */
export const quickLowering = (task: LowerTask, times = 1): LowerHand[] =>
  everyNth(layAndLower(task, { frontMmS: 2.5 * task.frontMmS }), times);

/** Two thirds of what is needed. */
export const littleLaid = (task: LowerTask, times = 1): LowerHand[] =>
  everyNth(layAndLower(task, { share: 0.67 }), times);

/** Half as much again as is needed. */
export const muchLaid = (task: LowerTask, times = 1): LowerHand[] =>
  everyNth(layAndLower(task, { share: 1.5, beads: rowsOf(task).slice(1) }), times);

/** A bead that goes on into the bay. */
export function bayLaid(task: LowerTask, times = 1): LowerHand[] {
  const { widthMm } = task.panel;
  const [[from], ...others] = rowsOf(task) as [
    [PracticePlace, PracticePlace],
    ...[PracticePlace, PracticePlace][],
  ];
  const bay = { xMm: widthMm - 2, yMm: task.bayMm / 2 };
  return everyNth(layAndLower(task, { beads: [[{ ...from, yMm: bay.yMm }, bay], ...others] }), times);
}

export const lower: Exercise<LowerTruth, LowerHand, LowerState> = {
  hand: lowerHand,
  drawn: lowerOf,
  atRest: lowerAtRest,
  begun: lowerBegun,
  step: lowerStep,
  verdict: lowerVerdict,
  goodHand: evenBeads,
};
