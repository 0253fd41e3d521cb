import { z } from "zod";
import type { Lighting } from "../prove/defects.ts";
import { findDefects } from "../prove/find-defects.ts";
import type { PanelDefect } from "../prove/lit-panel.ts";
import { greyOf, type GreyPicture } from "../prove/picture.ts";
import { scatterDefects } from "../prove/planted.ts";
import { shootPanel, usualMake } from "../prove/shoot-panel.ts";
import { randomStream } from "../random.ts";
import { toStretchMm } from "../stack/ring.ts";
import { boundedWhole } from "../units.ts";
import { between, pointingHand, type Loss, type Moment, type PracticePlace } from "./exercise.ts";

/** A picture of a panel in which defects are marked. */
export interface SeeTask {
  panel: { widthMm: number; heightMm: number };
  lighting: Lighting;
  /** From this size on each has to be found, mm. */
  leastMm: number;
  /** So long one looks, s. */
  withinS: number;
}

/** What nobody is told: what lies under the glass, and the camera. */
export interface SeeTruth extends SeeTask {
  planted: readonly PanelDefect[];
  cameraSeed: number;
}

/** Nobody marks more. */
const MOST_MARKS = 60;

export const seeHand = z.strictObject({
  xMm: pointingHand.shape.xMm,
  yMm: pointingHand.shape.yMm,
  /** How often a place was marked, or unmarked. */
  marks: boundedWhole(0, MOST_MARKS),
});
export type SeeHand = z.output<typeof seeHand>;

export type SeeReason = "missed" | "false calls" | "time";

export interface SeeState extends Moment<SeeReason> {
  photo: { width: number; height: number; grey: Uint8ClampedArray };
  marks: readonly PracticePlace[];
  /** What is missed still, and how many marks are where nothing is. */
  missed: readonly (PracticePlace & { sizeMm: number })[];
  wrong: number;
  pressed: number;
  /** Where the product's own eyes see something. */
  eyes: readonly PracticePlace[];
}

const PX_PER_MM = 14;
const PITCH_MM = 0.16;
/** The outermost is a camera's guess, mm. */
const RIM_MM = 0.6;
/** A finger marks so near to what it means, mm. */
const FINGER_MM = 1.5;
/** So many marks where nothing is still pass. Assumed. */
export const MOST_FALSE = 1;

/**
 * A picture as a seed has it: another panel, other defects, another camera and light.
 *
 * @example
 * seeOf(1).planted.length > 1 // true
 */
export function seeOf(seed: number): SeeTruth {
  const next = randomStream(seed * 8_111 + 97);
  const panel = { widthMm: Math.round(between(next, 27, 33)), heightMm: Math.round(between(next, 19, 23)) };
  const kinds = (["speck", "fibre", "bubble", "scratch"] as const).flatMap((kind) =>
    Array.from({ length: Math.floor(between(next, 0, 1.9)) }, () => kind),
  );
  const scattered = scatterDefects(seed * 31 + 3, panel, ["bubble", "speck", ...kinds]);
  return {
    panel,
    lighting: next() < 0.5 ? "dark" : "white",
    leastMm: 0.3,
    withinS: 60,
    // As strong as a hand sees it: what is fainter is not asked for.
    planted: scattered.map((defect) => ({ ...defect, strength: 0.65 + 0.35 * defect.strength })),
    cameraSeed: Math.floor(between(next, 1, 99_000)),
  };
}

/** The picture as the camera has taken it. */
const seePhoto = ({ panel, lighting, planted, cameraSeed }: SeeTruth) =>
  shootPanel(
    { ...panel, pitchMm: PITCH_MM, lighting, defects: planted, disturbed: [], seed: cameraSeed },
    { ...usualMake(cameraSeed), turnDeg: 0, pxPerMm: PX_PER_MM },
  );

/** Where the product's own eyes see something in it. */
const eyesOn = ({ panel, lighting }: SeeTask, picture: GreyPicture): PracticePlace[] =>
  findDefects(picture, PX_PER_MM, lighting)
    .filter(({ xMm, yMm }) => Math.min(xMm, yMm, panel.widthMm - xMm, panel.heightMm - yMm) > RIM_MM)
    .map(({ xMm, yMm }) => ({ xMm, yMm }));

export const seeAtRest = (): SeeHand => ({ xMm: -5, yMm: -5, marks: 0 });

export function seeBegun(truth: SeeTruth): SeeState {
  const { rgba, width, height } = seePhoto(truth);
  const picture = greyOf(rgba, width, height);
  return {
    tS: 0,
    lost: null,
    photo: { width, height, grey: Uint8ClampedArray.from(picture.light) },
    marks: [],
    missed: missedIn(truth, []),
    wrong: 0,
    pressed: 0,
    eyes: eyesOn(truth, picture),
  };
}

const apart = (a: PracticePlace, b: PracticePlace) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/** Which of the marks mean a defect: near to its line where it is one, over it where it is a spot. */
function meant(
  { kind, xMm, yMm, sizeMm, angle }: PanelDefect,
  marks: readonly PracticePlace[],
): PracticePlace[] {
  const half = kind === "fibre" || kind === "scratch" ? sizeMm / 2 : 0;
  const [dx, dy] = [half * Math.cos(angle), half * Math.sin(angle)];
  const withinMm = Math.max(FINGER_MM, 0.6 * (half > 0 ? 0 : sizeMm));
  return marks.filter(
    (mark) =>
      toStretchMm(mark.xMm, mark.yMm, { xMm: xMm - dx, yMm: yMm - dy }, { xMm: xMm + dx, yMm: yMm + dy }) <=
      withinMm,
  );
}

export function seeStep(truth: SeeTruth, state: SeeState, hand: SeeHand, dtS: number): SeeState {
  const tS = state.tS + dtS;
  const { withinS } = truth;
  const next: SeeState = { ...state, tS };
  if (tS > withinS)
    return { ...next, lost: { reason: "time", at: null, had: state.marks.length, limit: withinS } };
  if (hand.marks <= state.pressed) return next;
  const near = state.marks.filter((mark) => apart(mark, hand) <= FINGER_MM);
  const marks =
    near.length > 0
      ? state.marks.filter((mark) => !near.includes(mark))
      : [...state.marks, { xMm: hand.xMm, yMm: hand.yMm }];
  const wrong = falseIn(truth, marks).length;
  return { ...next, marks, missed: missedIn(truth, marks), wrong, pressed: hand.marks };
}

/** What was missed, the largest first. */
const missedIn = ({ planted, leastMm }: SeeTruth, marks: readonly PracticePlace[]): SeeState["missed"] =>
  planted
    .filter((defect) => defect.sizeMm >= leastMm && meant(defect, marks).length === 0)
    .sort((a, b) => b.sizeMm - a.sizeMm)
    .map(({ xMm, yMm, sizeMm }) => ({ xMm, yMm, sizeMm }));

/** Marks where nothing is. */
const falseIn = ({ planted }: SeeTruth, marks: readonly PracticePlace[]): PracticePlace[] =>
  marks.filter((mark) => planted.every((defect) => !meant(defect, [mark]).length));

export function seeVerdict(truth: SeeTruth, { marks, missed: all }: SeeState): Loss<SeeReason> | null {
  const [missed] = all;
  if (missed) {
    const { xMm, yMm, sizeMm } = missed;
    return { reason: "missed", at: { xMm, yMm }, had: sizeMm, limit: truth.leastMm };
  }
  const wrong = falseIn(truth, marks);
  return wrong.length > MOST_FALSE
    ? { reason: "false calls", at: wrong[0]!, had: wrong.length, limit: MOST_FALSE }
    : null;
}
