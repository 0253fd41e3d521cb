import { calculateCureDose, type CureDoseInput } from "../cure/cure-dose.ts";
import { randomStream } from "../random.ts";
import { between, type Loss, type Moment, type PointingHand, type PracticePlace } from "./exercise.ts";

/** What somebody is given to cure with a torch in the hand, and is told of it. */
export interface SweepTask {
  panel: { widthMm: number; heightMm: number };
  /** How high the torch is held, mm, and the n of its cosine law. */
  heightMm: number;
  order: number;
  coverTransmittancePct: number;
  requiredMjCm2: number;
  /** What a radiometer shows right below it, mW/cm². */
  readingMwCm2: number;
  /** Where the fingers are that hold the panel, and what they may have, mJ/cm². */
  fingers: PracticePlace;
  fingersMjCm2: number;
}

/** What nobody is told: how much of its light the lamp gives still, and so what it gives now. */
export interface SweepTruth extends SweepTask {
  powerMw: number;
}

/** Where a hand holds the torch, and whether it is on. */
export type SweepHand = PointingHand;

/** Doses, mJ/cm². */
export type SweepLoss = Loss<"below dose" | "skin">;

/** Where a torch lies that nobody holds. */
export const AT_REST: SweepHand = { xMm: -15, yMm: -15, on: false };

export interface SweepState extends Moment<SweepLoss["reason"]> {
  /** The columns and rows at which the dose is known, mm. */
  grid: SweepGrid;
  /** Dose at the glue line so far, mJ/cm²: rows by y, columns by x. */
  doseMjCm2: readonly (readonly number[])[];
  /** The share of its dose that the place with the least has had. */
  leastShare: number;
  /** What the fingers that hold the panel have had, mJ/cm². */
  skinMjCm2: number;
}

/** A new torch, and how much of that an old one gives at least. Assumed. */
const NEW_MW = 4_000;
const OLDEST = 0.5;
const GRID_MM = 5;
/** The fingers hold the panel so far before the middle of its lower edge, mm. */
const FINGERS_MM = 35;
/** UVA that unprotected skin and eyes may have in a day, 10^4 J/m² (ICNIRP 2004 for the eyes; from memory), taken for the fingers. */
const SKIN_MJ_CM2 = 1_000;
/** A radiometer is off by so much at most. Common practice, no source. */
const READING_OFF = 0.03;

/** What a torch gives on the open panel, as the calculation is asked. */
export const sweepLight = (truth: SweepTruth, { xMm, yMm }: PracticePlace): CureDoseInput => ({
  panel: truth.panel,
  lamps: [{ xMm, yMm, zMm: truth.heightMm, powerMw: truth.powerMw, order: truth.order }],
  coverTransmittancePct: truth.coverTransmittancePct,
  requiredMjCm2: truth.requiredMjCm2,
  gridMm: GRID_MM,
});

/** The light at a single place without a cover, mW/cm². */
function lightAt(truth: SweepTruth, hand: PracticePlace, at: PracticePlace): number {
  const beside = { xMm: hand.xMm - at.xMm + 0.5, yMm: hand.yMm - at.yMm + 0.5 };
  const patch = { ...truth, panel: { widthMm: 1, heightMm: 1 }, coverTransmittancePct: 100 };
  return calculateCureDose({ ...sweepLight(patch, beside), gridMm: 0.5 }).map.mwCm2[1]![1]!;
}

/**
 * A sweep as a seed has it: another panel, another lamp that has aged, another glue.
 *
 * @example
 * sweepOf(1).requiredMjCm2 === sweepOf(1).requiredMjCm2 // true
 */
export function sweepOf(seed: number): SweepTruth {
  const next = randomStream(seed * 6_151 + 11);
  const panel = {
    widthMm: Math.round(between(next, 100, 150)),
    heightMm: Math.round(between(next, 60, 90)),
  };
  const truth = {
    panel,
    heightMm: Math.round(between(next, 30, 40)),
    order: Math.round(between(next, 4, 8)),
    coverTransmittancePct: Math.round(between(next, 82, 91)),
    requiredMjCm2: 50 * Math.round(between(next, 16, 28)),
    powerMw: NEW_MW * between(next, OLDEST, 1),
    readingMwCm2: 0,
    fingers: { xMm: panel.widthMm / 2, yMm: panel.heightMm + FINGERS_MM },
    fingersMjCm2: SKIN_MJ_CM2,
  };
  const below = { xMm: panel.widthMm / 2, yMm: panel.heightMm / 2 };
  return {
    ...truth,
    readingMwCm2: lightAt(truth, below, below) * between(next, 1 - READING_OFF, 1 + READING_OFF),
  };
}

export interface SweepGrid {
  xMm: readonly number[];
  yMm: readonly number[];
}

/** The columns and rows at which the dose of a panel is known, mm. */
export function sweepGrid(truth: SweepTruth): SweepGrid {
  const { xMm, yMm } = calculateCureDose(sweepLight(truth, { xMm: 0, yMm: 0 })).map;
  return { xMm, yMm };
}

export function sweepBegun(truth: SweepTruth): SweepState {
  const grid = sweepGrid(truth);
  return {
    tS: 0,
    grid,
    doseMjCm2: grid.yMm.map(() => grid.xMm.map(() => 0)),
    leastShare: 0,
    skinMjCm2: 0,
    lost: null,
  };
}

/** A moment later. */
export function sweepStep(truth: SweepTruth, state: SweepState, hand: SweepHand, dtS: number): SweepState {
  const tS = state.tS + dtS;
  if (!hand.on) return { ...state, tS };
  const { mwCm2 } = calculateCureDose(sweepLight(truth, hand)).map;
  const { fingers, fingersMjCm2: limit } = truth;
  const skinMjCm2 = state.skinMjCm2 + lightAt(truth, hand, fingers) * dtS;
  const doseMjCm2 = state.doseMjCm2.map((row, y) => row.map((dose, x) => dose + mwCm2[y]![x]! * dtS));
  return {
    ...state,
    tS,
    doseMjCm2,
    leastShare: leastDose({ grid: state.grid, doseMjCm2 }).doseMjCm2 / truth.requiredMjCm2,
    skinMjCm2,
    lost: skinMjCm2 > limit ? { reason: "skin", at: fingers, had: skinMjCm2, limit } : null,
  };
}

/** The place that has had the least. */
export function leastDose({ grid: { xMm, yMm }, doseMjCm2 }: Pick<SweepState, "grid" | "doseMjCm2">) {
  let least = { xMm: 0, yMm: 0, doseMjCm2: Infinity };
  doseMjCm2.forEach((row, y) =>
    row.forEach((dose, x) => {
      if (dose < least.doseMjCm2) least = { xMm: xMm[x]!, yMm: yMm[y]!, doseMjCm2: dose };
    }),
  );
  return least;
}

/** Why a sweep that a hand says is done was not; null where every place has had its dose. */
export function sweepVerdict(truth: SweepTruth, state: SweepState): SweepLoss | null {
  const { xMm, yMm, doseMjCm2: had } = leastDose(state);
  return had < truth.requiredMjCm2
    ? { reason: "below dose", at: { xMm, yMm }, had, limit: truth.requiredMjCm2 }
    : null;
}
