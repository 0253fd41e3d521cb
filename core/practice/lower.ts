import { z } from "zod";
import { calculateFillFront, type FillFrontInput } from "../bond/fill-front.ts";
import { calculateLowerTime } from "../bond/lower-time.ts";
import type { PatternPiece } from "../bond/pattern.ts";
import { bondPractice, surfaceTensionOfLiquids } from "../materials/adhesives.ts";
import { randomStream } from "../random.ts";
import { bounded } from "../units.ts";
import { between, pointingHand, smoothed, type Loss, type Moment, type PracticePlace } from "./exercise.ts";

/** What somebody is given to lay and to lower, and is told of it. */
export interface LowerTask {
  panel: { widthMm: number; heightMm: number };
  gapUm: number;
  /** What the gap takes, with a little over, µl. */
  neededUl: number;
  /** What the nozzle gives, µl/s. */
  flowUlS: number;
  viscosityPaS: number;
  /** So fast the front may go in it, mm/s. */
  frontMmS: number;
  /** A corner in which there must be no liquid: its side, mm. It is the upper right one. */
  bayMm: number;
  /** How far the lower edge stands open at first, mm; the upper one is set down. */
  wedgeMm: number;
}

/** What nobody is told: how much the nozzle really gives, and how thick the liquid really is. */
export interface LowerTruth extends LowerTask {
  flowShare: number;
  viscosityShare: number;
}

export const lowerHand = z.strictObject({
  ...pointingHand.shape,
  /** How far the lower edge has come down, 0 to 1. */
  down: bounded(0, 1),
});
export type LowerHand = z.output<typeof lowerHand>;

export type LowerReason = "trapped air" | "pocket" | "flooded" | "starved" | "spill" | "not down";

/** How the gap fills while the glass comes down: `frames` evenly from open to closed, each the share of every cell that is wet. */
export interface Filling {
  columns: number;
  rows: number;
  frames: Float32Array[];
  wetPct: number;
  spillUl: number;
  bayWet: number;
  pocket: { at: PracticePlace; areaMm2: number } | null;
  /** The corner that has least, but for the bay's. */
  driest: PracticePlace;
}

export interface LowerState extends Moment<LowerReason> {
  /** What was laid: where the nozzle went while it gave, µl. */
  laid: readonly { pathMm: readonly PracticePlace[]; volumeUl: number }[];
  laidUl: number;
  isFlowing: boolean;
  down: number;
  frontMmS: number;
  /** From when the glass comes down. */
  filling: Filling | null;
}

const GRID_MM = 3;
const FRAMES = 40;
/** Places of a bead this close together are one, mm; so many are kept of one, and so many beads. */
const APART_MM = 3;
const MOST_PLACES = 200;
const MOST_PIECES = 200;
/** A drop below this is none, µl. */
const LEAST_UL = 0.05;
/** The front's speed is taken over so long, s. */
const OVER_S = 0.5;
/** What still passes: dry at the edges where the level front of the calculation leaves corners, run out, wet in the bay, air. Assumed. */
export const LEAST_WET_PCT = 80;
export const MOST_SPILL_PCT = 20;
export const MOST_BAY_PCT = 40;
export const MOST_AIR_MM2 = 4;
/** A little over what the gap takes. Assumed. */
const OVER = 1.02;

/**
 * A bond to lay as a seed has it: another panel, gap, liquid and nozzle.
 *
 * @example
 * lowerOf(1).flowUlS === lowerOf(1).flowUlS // true
 */
export function lowerOf(seed: number): LowerTruth {
  const next = randomStream(seed * 5_903 + 41);
  const panel = {
    widthMm: Math.round(between(next, 90, 130)),
    heightMm: Math.round(between(next, 50, 70)),
  };
  const gapUm = 10 * Math.round(between(next, 12, 20));
  const viscosityPaS = Math.round(between(next, 10, 25)) / 10;
  const wedgeMm = bondPractice.wedgeMm.value / 10;
  return {
    panel,
    gapUm,
    neededUl: Math.round((OVER * panel.widthMm * panel.heightMm * gapUm) / 1_000),
    flowUlS: 5 * Math.round(between(next, 5, 8)),
    viscosityPaS,
    frontMmS: frontLimit({ panel, wedgeMm }, viscosityPaS),
    bayMm: Math.round(between(next, 8, 11)),
    wedgeMm,
    flowShare: between(next, 0.95, 1.05),
    viscosityShare: between(next, 0.8, 1.2),
  };
}

export const lowerAtRest = (): LowerHand => ({ xMm: -8, yMm: -8, on: false, down: 0 });

export const lowerBegun = (): LowerState => ({
  tS: 0,
  lost: null,
  laid: [],
  laidUl: 0,
  isFlowing: false,
  down: 0,
  frontMmS: 0,
  filling: null,
});

/** How fast the front may go in a liquid so thick, mm/s. */
export const frontLimit = (
  { panel, wedgeMm }: Pick<LowerTask, "panel" | "wedgeMm">,
  viscosityPaS: number,
): number =>
  calculateLowerTime({
    lengthMm: panel.heightMm,
    viscosityPaS,
    surfaceTensionMnM: surfaceTensionOfLiquids.value,
    capillaryLimit: bondPractice.capillaryLimit.value,
    wedgeMm,
  }).frontMmS;

/** What fill-front is asked of what was laid. */
export function lowerFillInput(task: LowerTask, laid: LowerState["laid"]): FillFrontInput {
  const { panel, bayMm } = task;
  const pattern: PatternPiece[] = laid
    .filter(({ volumeUl }) => volumeUl >= LEAST_UL)
    .map(({ pathMm, volumeUl }) =>
      pathMm.length === 1
        ? { kind: "dot", ...pathMm[0]!, volumeUl }
        : { kind: "bead", pathMm: [...pathMm], volumeUl },
    );
  return {
    outline: panel,
    windows: [{ xMm: panel.widthMm - bayMm, yMm: 0, widthMm: bayMm, heightMm: bayMm }],
    pattern,
    gapUm: task.gapUm,
    viscosityPaS: task.viscosityPaS,
    lowering: { from: "top", wedgeMm: task.wedgeMm, timeS: 60 },
    gridMm: GRID_MM,
    frames: FRAMES,
  };
}

/** The middle of the corner that has least liquid, the bay's left out. */
function driestCorner({ panel }: LowerTask, wet: readonly (readonly number[])[]): PracticePlace {
  const across = Math.min(4, wet.length, wet[0]!.length);
  const corners = [
    { right: false, bottom: false },
    { right: false, bottom: true },
    { right: true, bottom: true },
  ].map(({ right, bottom }) => {
    const rows = bottom ? wet.slice(-across) : wet.slice(0, across);
    const had = rows.flatMap((row) => (right ? row.slice(-across) : row.slice(0, across)));
    return {
      xMm: right ? panel.widthMm - 5 : 5,
      yMm: bottom ? panel.heightMm - 5 : 5,
      had: had.reduce((sum, share) => sum + share, 0),
    };
  });
  const { xMm, yMm } = corners.reduce((a, b) => (b.had < a.had ? b : a));
  return { xMm, yMm };
}

/** How what was laid fills the gap; null where nothing was. */
export function fillingOf(task: LowerTask, laid: LowerState["laid"]): Filling | null {
  const input = lowerFillInput(task, laid);
  if (input.pattern.length === 0) return null;
  const { frames, wetPct, overflowUl, windowsWet, trapped } = calculateFillFront(input);
  const last = frames.at(-1)!.wet;
  const pockets = trapped.filter(({ window }) => window === null);
  const widest = pockets.reduce<(typeof pockets)[number] | null>(
    (most, one) => (most && most.areaMm2 >= one.areaMm2 ? most : one),
    null,
  );
  return {
    columns: last[0]!.length,
    rows: last.length,
    frames: frames.map(({ wet }) => Float32Array.from(wet.flat())),
    wetPct,
    spillUl: Object.values(overflowUl).reduce((sum, ul) => sum + ul, 0),
    bayWet: windowsWet[0]!,
    pocket: widest && { at: { xMm: widest.xMm, yMm: widest.yMm }, areaMm2: widest.areaMm2 },
    driest: driestCorner(task, last),
  };
}

const isOnPanel = ({ panel }: LowerTask, { xMm, yMm }: PracticePlace): boolean =>
  xMm >= 0 && yMm >= 0 && xMm <= panel.widthMm && yMm <= panel.heightMm;

/** What is laid with a moment's more from the nozzle. */
function laidWith(state: LowerState, at: PracticePlace, volumeUl: number): LowerState["laid"] {
  const { xMm, yMm } = at;
  const last = state.laid.at(-1);
  if (!last || (!state.isFlowing && state.laid.length < MOST_PIECES))
    return [...state.laid, { pathMm: [{ xMm, yMm }], volumeUl }];
  const before = last.pathMm.at(-1)!;
  const isFar = Math.hypot(xMm - before.xMm, yMm - before.yMm) >= APART_MM;
  const pathMm = isFar && last.pathMm.length < MOST_PLACES ? [...last.pathMm, { xMm, yMm }] : last.pathMm;
  return [...state.laid.slice(0, -1), { pathMm, volumeUl: last.volumeUl + volumeUl }];
}

export function lowerStep(truth: LowerTruth, state: LowerState, hand: LowerHand, dtS: number): LowerState {
  const tS = state.tS + dtS;
  if (state.down === 0 && hand.down === 0) {
    const isFlowing = hand.on && isOnPanel(truth, hand);
    if (!isFlowing) return { ...state, tS, isFlowing };
    const volumeUl = truth.flowUlS * truth.flowShare * dtS;
    return {
      ...state,
      tS,
      isFlowing,
      laid: laidWith(state, hand, volumeUl),
      laidUl: state.laidUl + volumeUl,
    };
  }
  const filling = state.filling ?? fillingOf(truth, state.laid);
  // Air comes in where a glass is raised again; here it stays where it was.
  const down = Math.max(state.down, hand.down);
  const heightMm = truth.panel.heightMm;
  const now = (heightMm * (down - state.down)) / dtS;
  const frontMmS = smoothed(state.frontMmS, now, dtS, OVER_S);
  const limit = frontLimit(truth, truth.viscosityPaS * truth.viscosityShare);
  const next: LowerState = { ...state, tS, isFlowing: false, down, filling, frontMmS };
  return frontMmS > limit
    ? {
        ...next,
        lost: {
          reason: "trapped air",
          at: { xMm: truth.panel.widthMm / 2, yMm: heightMm * down },
          had: frontMmS,
          limit,
        },
      }
    : next;
}

/** Filled to its corners, the bay dry, no air, not too much over the edges. */
export function lowerVerdict(
  task: LowerTask,
  { down, filling, laidUl }: LowerState,
): Loss<LowerReason> | null {
  const { panel, bayMm, neededUl } = task;
  if (down < 1) return { reason: "not down", at: null, had: Math.round(100 * down), limit: 100 };
  if (filling === null)
    return {
      reason: "starved",
      at: { xMm: panel.widthMm / 2, yMm: panel.heightMm / 2 },
      had: laidUl,
      limit: neededUl,
    };
  const { wetPct, spillUl, bayWet, pocket, driest } = filling;
  const bay = { xMm: panel.widthMm - bayMm / 2, yMm: bayMm / 2 };
  if (100 * bayWet > MOST_BAY_PCT)
    return { reason: "flooded", at: bay, had: 100 * bayWet, limit: MOST_BAY_PCT };
  if (pocket && pocket.areaMm2 > MOST_AIR_MM2)
    return { reason: "pocket", at: pocket.at, had: pocket.areaMm2, limit: MOST_AIR_MM2 };
  if (wetPct < LEAST_WET_PCT) return { reason: "starved", at: driest, had: wetPct, limit: LEAST_WET_PCT };
  const spillPct = (100 * spillUl) / neededUl;
  return spillPct > MOST_SPILL_PCT
    ? { reason: "spill", at: null, had: spillPct, limit: MOST_SPILL_PCT }
    : null;
}
