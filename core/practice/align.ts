import { z } from "zod";
import { BORDER_PASS_MM } from "../bond/border-pass.ts";
import { calculateBorderCheck, type BorderCheck, type BorderCheckInput } from "../bond/border-check.ts";
import { turned } from "../film/cutting.ts";
import { toRad } from "../lift/wire-pull.ts";
import { randomStream } from "../random.ts";
import { between, pointingHand, type Loss, type Moment, type PracticePlace } from "./exercise.ts";

/** A glass that floats on its liquid, to be laid right and tacked. */
export interface AlignTask {
  panel: { widthMm: number; heightMm: number };
  /** How wide the border is all round where the glass lies right, mm. */
  borderMm: number;
  /** So much off still passes, mm, and so long a tack takes to hold, s. */
  passMm: number;
  tackS: number;
}

/** Where the glass lies: its middle against its right place, and how far it is turned, clockwise. */
export interface Lying {
  xMm: number;
  yMm: number;
  turnDeg: number;
}

/** What nobody is told: how the glass lies first, which way it drifts, how soon it follows a finger. */
export interface AlignTruth extends AlignTask {
  first: Lying;
  /** Each second. */
  drift: Lying;
  /** How fast a point of the glass comes after a finger, for each mm it lags, 1/s. */
  follows: number;
}

export const alignHand = z.strictObject({
  ...pointingHand.shape,
  /** The tacking lamp is on it: it stays as it lies once that has cured. */
  tacked: z.boolean(),
});
export type AlignHand = z.output<typeof alignHand>;

export type AlignReason = "outside" | "not tacked";

export interface AlignState extends Moment<AlignReason> {
  lying: Lying;
  /** What border-check says of it. */
  border: Pick<BorderCheck, "worstMm" | "nudge">;
  /** Where on the glass the finger holds it, from its middle and along its own sides, mm; null where nobody does. */
  grip: PracticePlace | null;
  /** When the tacking lamp came on, s. */
  tackedAtS: number | null;
}

/** So long a tack takes to hold, s: until then it floats. Common practice, no source. */
export const TACK_S = 1.5;

/**
 * A glass to lay as a seed has it: another size, lying and drifting another way.
 *
 * @example
 * alignOf(1).borderMm === alignOf(1).borderMm // true
 */
export function alignOf(seed: number): AlignTruth {
  const next = randomStream(seed * 2_749 + 61);
  const either = (least: number, most: number) => between(next, least, most) * (next() < 0.5 ? -1 : 1);
  return {
    panel: {
      widthMm: Math.round(between(next, 70, 120)),
      heightMm: Math.round(between(next, 45, 75)),
    },
    borderMm: Math.round(between(next, 6, 10)) / 2,
    passMm: BORDER_PASS_MM,
    tackS: TACK_S,
    first: { xMm: either(1, 2.5), yMm: either(1, 2.5), turnDeg: either(0.8, 2) },
    drift: { xMm: either(0.02, 0.06), yMm: either(0.02, 0.06), turnDeg: either(0.005, 0.03) },
    follows: between(next, 1.2, 2),
  };
}

export const alignAtRest = (): AlignHand => ({ xMm: -10, yMm: -10, on: false, tacked: false });

const saidOf = (task: AlignTask, lying: Lying): AlignState["border"] => {
  const { worstMm, nudge } = borderOf(task, lying);
  return { worstMm, nudge };
};

export const alignBegun = (truth: AlignTruth): AlignState => ({
  tS: 0,
  lost: null,
  lying: truth.first,
  border: saidOf(truth, truth.first),
  grip: null,
  tackedAtS: null,
});

/** The widths of the border all round, as one would measure them: near both ends of each edge. */
export function borderInput({ panel, borderMm }: AlignTask, { xMm, yMm, turnDeg }: Lying): BorderCheckInput {
  const [overX, overY] = [
    (Math.tan(toRad(turnDeg)) * panel.widthMm) / 2,
    (Math.tan(toRad(turnDeg)) * panel.heightMm) / 2,
  ];
  const wide = (mm: number, over: number): [number, number] => [
    Math.max(0, borderMm + mm + over),
    Math.max(0, borderMm + mm - over),
  ];
  return {
    panel,
    widthsMm: {
      top: wide(-yMm, overX),
      bottom: wide(yMm, -overX),
      right: wide(xMm, overY),
      left: wide(-xMm, -overY),
    },
  };
}

/** How the glass lies, by the border. */
export const borderOf = (task: AlignTask, lying: Lying): BorderCheck =>
  calculateBorderCheck(borderInput(task, lying));

/** The middle of the glass on the bench. */
const middleOf = ({ panel }: AlignTask, { xMm, yMm }: Lying): PracticePlace => ({
  xMm: panel.widthMm / 2 + xMm,
  yMm: panel.heightMm / 2 + yMm,
});

/** Where on the glass a place of the bench is, from its middle and along its sides; null where it is beside the glass. */
export function onGlass(task: AlignTask, lying: Lying, at: PracticePlace): PracticePlace | null {
  const middle = middleOf(task, lying);
  const place = turned({ xMm: at.xMm - middle.xMm, yMm: at.yMm - middle.yMm }, -lying.turnDeg);
  const { widthMm, heightMm } = task.panel;
  return Math.abs(place.xMm) <= widthMm / 2 && Math.abs(place.yMm) <= heightMm / 2 ? place : null;
}

/** Where on the bench a place of the glass is. */
export function onBench(task: AlignTask, lying: Lying, place: PracticePlace): PracticePlace {
  const [middle, arm] = [middleOf(task, lying), turned(place, lying.turnDeg)];
  return { xMm: middle.xMm + arm.xMm, yMm: middle.yMm + arm.yMm };
}

/**
 * A moment later. The liquid drags on every place of the glass alike, so that a pull at a place moves the middle as the pull goes and turns
 * the glass by its torque over the mean square of the distance from the middle.
 */
export function alignStep(truth: AlignTruth, state: AlignState, hand: AlignHand, dtS: number): AlignState {
  const tS = state.tS + dtS;
  const tackedAtS = hand.tacked ? (state.tackedAtS ?? state.tS) : state.tackedAtS;
  if (tackedAtS !== null && state.tS - tackedAtS >= TACK_S) return { ...state, tS, tackedAtS, grip: null };
  const grip = hand.on ? (state.grip ?? onGlass(truth, state.lying, hand)) : null;
  const { widthMm, heightMm } = truth.panel;
  let move: Lying = truth.drift;
  if (grip) {
    const arm = turned(grip, state.lying.turnDeg);
    const held = onBench(truth, state.lying, grip);
    const pull = {
      xMm: truth.follows * (hand.xMm - held.xMm),
      yMm: truth.follows * (hand.yMm - held.yMm),
    };
    const spread = (widthMm ** 2 + heightMm ** 2) / 12;
    const turn = (arm.xMm * pull.yMm - arm.yMm * pull.xMm) / spread;
    move = {
      xMm: move.xMm + pull.xMm,
      yMm: move.yMm + pull.yMm,
      turnDeg: move.turnDeg + (turn * 180) / Math.PI,
    };
  }
  const lying = {
    xMm: state.lying.xMm + move.xMm * dtS,
    yMm: state.lying.yMm + move.yMm * dtS,
    turnDeg: state.lying.turnDeg + move.turnDeg * dtS,
  };
  return { ...state, tS, lying, border: saidOf(truth, lying), grip, tackedAtS };
}

const atEdge = ({ panel: { widthMm, heightMm } }: AlignTask, edge: BorderCheck["worst"]): PracticePlace =>
  ({
    top: { xMm: widthMm / 2, yMm: 0 },
    bottom: { xMm: widthMm / 2, yMm: heightMm },
    left: { xMm: 0, yMm: heightMm / 2 },
    right: { xMm: widthMm, yMm: heightMm / 2 },
  })[edge];

/** Tacked, and the border equal all round within what passes. */
export function alignVerdict(
  task: AlignTask,
  { tackedAtS, tS, lying }: AlignState,
): Loss<AlignReason> | null {
  if (tackedAtS === null || tS - tackedAtS < TACK_S)
    return { reason: "not tacked", at: null, had: tackedAtS === null ? 0 : tS - tackedAtS, limit: TACK_S };
  const { worst, worstMm, pass } = borderOf(task, lying);
  return pass ? null : { reason: "outside", at: atEdge(task, worst), had: worstMm, limit: BORDER_PASS_MM };
}
