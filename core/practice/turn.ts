import { z } from "zod";
import { calculateCellOptics, type CellOptics } from "../film/cell-optics.ts";
import { calculateFilmAxis, LEAST_READINGS } from "../film/film-axis.ts";
import { foldDeg } from "../film/axis-angle.ts";
import { noise, randomStream } from "../random.ts";
import { bounded, boundedWhole } from "../units.ts";
import { apartDeg, PASS_DEG } from "./turn-angle.ts";
import { between, type Loss, type Moment } from "./exercise.ts";

/** A cell whose front film is turned until its picture is right: dark signs on a light ground. */
export interface TurnTask {
  twistDeg: number;
  retardanceNm: number;
}

/** What nobody is told: how the cell lies on the turntable, and the row of what the meter is off by. */
export interface TurnTruth extends TurnTask {
  lyingDeg: number;
  noiseSeed: number;
  /** Where the film has to stand on the turntable's dial, 0 to 180. */
  rightDeg: number;
  rightTint: string;
}

/** No hand reads more often. */
const MOST_READS = 60;

export const turnHand = z.strictObject({
  /** The film on the dial. */
  deg: bounded(-720, 720),
  /** How often the meter was read. */
  reads: boundedWhole(0, MOST_READS),
});
export type TurnHand = z.output<typeof turnHand>;

export type TurnReason = "inverted" | "tinted" | "off";

export interface TurnState extends Moment<TurnReason> {
  deg: number;
  picture: Pick<CellOptics, "contrast" | "sense"> & Record<"off" | "on", { srgb: string; tint: string }>;
  readings: readonly { angleDeg: number; level: number }[];
  /** What the readings say, once they do. */
  axis: { darkestDeg: number; halfWidthDeg: number } | null;
}

/** A meter is off by so much of the most light. Assumed. */
const METER_OFF = 0.01;
/** Light right through, lx. */
const MOST_LX = 1_000;
/** Readings say an axis where they span so much. */
const LEAST_SPAN_DEG = 60;
/** The best angle is looked for by whole steps, then by fine ones about it, deg. */
const SEARCH_DEG = { step: 2, fine: 0.25 };

const cellOf = ({ twistDeg, retardanceNm }: TurnTask, frontDeg: number) => ({
  twistDeg,
  retardanceNm,
  rearDeg: 0,
  frontDeg,
});

/** What cell-optics is asked where the film stands so on the dial. */
export const turnOptics = (truth: TurnTruth, deg: number) => cellOf(truth, deg - truth.lyingDeg);

const pictureAt = (truth: TurnTruth, deg: number): TurnState["picture"] => {
  const { off, on, contrast, sense } = calculateCellOptics(turnOptics(truth, deg));
  const small = ({ srgb, tint }: typeof off) => ({ srgb, tint });
  return { off: small(off), on: small(on), contrast, sense };
};

/**
 * A film to turn as a seed has it: another cell, lying another way.
 *
 * @example
 * turnOf(1).rightDeg === turnOf(1).rightDeg // true
 */
export function turnOf(seed: number): TurnTruth {
  const next = randomStream(seed * 4_021 + 7);
  const task = { twistDeg: 90, retardanceNm: Math.round(between(next, 465, 500)) };
  const lyingDeg = between(next, 0, 180);
  const bestOf = (fromDeg: number, toDeg: number, stepDeg: number) =>
    calculateCellOptics({ ...cellOf(task, 90), sweep: { fromDeg, toDeg, stepDeg } })
      .sweep!.filter(({ sense }) => sense === "positive")
      .reduce((best, one) => (one.contrast > best.contrast ? one : best));
  const near = bestOf(0, 180, SEARCH_DEG.step).frontDeg;
  const right = bestOf(near - SEARCH_DEG.step, near + SEARCH_DEG.step, SEARCH_DEG.fine);
  return {
    ...task,
    lyingDeg,
    noiseSeed: Math.floor(between(next, 1, 1e6)),
    rightDeg: foldDeg(right.frontDeg + lyingDeg),
    rightTint: right.off.tint,
  };
}

export const turnAtRest = (): TurnHand => ({ deg: 0, reads: 0 });

export const turnBegun = (truth: TurnTruth): TurnState => ({
  tS: 0,
  lost: null,
  deg: 0,
  picture: pictureAt(truth, 0),
  readings: [],
  axis: null,
});

/** What readings of the driven signs say of where they are darkest; null where they are too few, or too near to each other. */
export function axisBy(readings: TurnState["readings"]): TurnState["axis"] {
  const angles = readings.map(({ angleDeg }) => foldDeg(angleDeg));
  const isWide = angles.some((a) => angles.some((b) => Math.abs(apartDeg(a, b)) >= LEAST_SPAN_DEG));
  const places = new Set(angles.map((angle) => Math.round(angle)));
  if (readings.length < LEAST_READINGS || places.size < LEAST_READINGS || !isWide) return null;
  const { extinctionDeg, axisHalfWidth95Deg } = calculateFilmAxis({ readings: [...readings], drift: "none" });
  return { darkestDeg: extinctionDeg, halfWidthDeg: axisHalfWidth95Deg };
}

export function turnStep(truth: TurnTruth, state: TurnState, hand: TurnHand, dtS: number): TurnState {
  const tS = state.tS + dtS;
  const isTurned = hand.deg !== state.deg;
  if (!isTurned && hand.reads === state.readings.length) return { ...state, tS };
  const picture = isTurned ? pictureAt(truth, hand.deg) : state.picture;
  if (hand.reads <= state.readings.length) return { ...state, tS, deg: hand.deg, picture };
  const { Y } = calculateCellOptics(turnOptics(truth, hand.deg)).on;
  const meter = randomStream(truth.noiseSeed + state.readings.length);
  const level = Math.max(0, MOST_LX * (Y + METER_OFF * noise(meter)));
  const readings = [...state.readings, { angleDeg: hand.deg, level }];
  return { ...state, tS, deg: hand.deg, picture, readings, axis: axisBy(readings) };
}

/** Dark on light, and within what passes. */
export function turnVerdict(truth: TurnTruth, { deg, picture }: TurnState): Loss<TurnReason> | null {
  const had = Math.abs(apartDeg(deg, truth.rightDeg));
  if (picture.sense !== "positive") return { reason: "inverted", at: null, had, limit: PASS_DEG };
  if (had <= PASS_DEG) return null;
  const isTinted = picture.off.tint !== truth.rightTint;
  return { reason: isTinted ? "tinted" : "off", at: null, had, limit: PASS_DEG };
}
