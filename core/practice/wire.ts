import { z } from "zod";
import { strengthAt } from "../materials/glues.ts";
import { usualWire, wirePull } from "../lift/wire-force.ts";
import { randomStream } from "../random.ts";
import { bounded } from "../units.ts";
import { BONDED_GLUE, type BondedPanel } from "./bonded-panel.ts";
import { between, smoothed, type Loss, type Moment, type PracticePlace } from "./exercise.ts";
import { overSpeed, windowCooling } from "./window.ts";

/** A panel that a wire is drawn through while it lies on its plate. */
export interface WireTask extends BondedPanel {
  /** A cable leaves at the lower edge and reaches so far in, mm: the wire stops before it. */
  cableMm: number;
  /** So far down both ends have to come, mm. */
  toMm: number;
  /** Cracks cross the glass at these heights, mm: faster than `shardMmS` the wire drags shards over the panel there. */
  cracksMm: readonly number[];
  shardMmS: number;
  /** What the wire bears at the least, MPa. */
  tensileMpa: number;
}

/** What nobody is told: how well the plate touches, how hard the glue holds, what this wire bears. */
export interface WireTruth extends WireTask {
  contactShare: number;
  strengthShare: number;
  bearsMpa: number;
}

const end = () => bounded(-100, 2_000);
export const wireHand = z.strictObject({
  plateC: bounded(20, 150),
  /** The plate is warm: the wire may go. */
  heated: z.boolean(),
  /** How far down the left and the right hand have drawn, mm from the upper edge. */
  leftMm: end(),
  rightMm: end(),
});
export type WireHand = z.output<typeof wireHand>;

export type WireReason = "snapped" | "cable" | "shards" | "too hot" | "not parted";

export interface WireState extends Moment<WireReason> {
  glueC: number | null;
  /** How far down each end has parted, mm. */
  leftMm: number;
  rightMm: number;
  speedMmS: number;
  /** What each hand pulls with, and where the wire breaks, N. */
  forceN: number;
  breaksAtN: number;
}

/** So long it lies on the plate before the wire goes, min. */
const SOAK_MIN = 10;
/** A wire's speed is taken over so long, s. */
const OVER_S = 0.3;
/** So far above the cable is near enough, mm. */
export const NEAR_CABLE_MM = 4;
const LEAST_MPA = 1_400;

/**
 * A panel for the wire as a seed has it: another stack, other cracks, another wire.
 *
 * @example
 * wireOf(1).cableMm === wireOf(1).cableMm // true
 */
export function wireOf(seed: number): WireTruth {
  const next = randomStream(seed * 6_607 + 83);
  const heightMm = Math.round(between(next, 45, 60));
  const cableMm = Math.round(between(next, 5, 8));
  return {
    panel: { widthMm: Math.round(between(next, 75, 110)), heightMm },
    glassUm: 50 * Math.round(between(next, 12, 18)),
    adhesiveUm: 25 * Math.round(between(next, 5, 9)),
    cableMm,
    toMm: heightMm - cableMm - NEAR_CABLE_MM,
    cracksMm: [0.3, 0.65].map((share) => Math.round((share + between(next, -0.1, 0.1)) * heightMm)),
    shardMmS: 2,
    tensileMpa: LEAST_MPA,
    contactShare: between(next, 0.75, 1.25),
    strengthShare: between(next, 0.7, 1.4),
    bearsMpa: LEAST_MPA * between(next, 1, 1.4),
  };
}

export const wireAtRest = (): WireHand => ({ plateC: 80, heated: false, leftMm: -4, rightMm: -4 });

export const wireBegun = (): WireState => ({
  tS: 0,
  lost: null,
  glueC: null,
  leftMm: 0,
  rightMm: 0,
  speedMmS: 0,
  forceN: 0,
  breaksAtN: 0,
});

/** What each hand pulls with at a temperature and a speed, by the wire's own law. */
export function wireForce(
  { panel, tensileMpa }: WireTask,
  at: { glueC: number; speedMmS: number; frontMm?: number; strengthShare?: number; bearsMpa?: number },
): { forceN: number; breaksAtN: number } {
  const jm2 = strengthAt(BONDED_GLUE, at.glueC) * overSpeed(at.speedMmS) * (at.strengthShare ?? 1);
  return wirePull(at.frontMm ?? panel.widthMm, jm2, usualWire, at.bearsMpa ?? tensileMpa);
}

/** The glue line on the plate after the soak, C; null where a layer gets too hot. */
export function wireGlue(task: WireTask, plateC: number, contactShare = 1) {
  const { glueC, hottest } = windowCooling(task, { plateC, soakMin: SOAK_MIN }, { contactShare });
  return { glueC: glueC[0]!, hottest };
}

export function wireStep(truth: WireTruth, state: WireState, hand: WireHand, dtS: number): WireState {
  const tS = state.tS + dtS;
  if (!hand.heated) return { ...state, tS };
  const { panel, strengthShare, bearsMpa } = truth;
  const lost = (
    next: WireState,
    reason: WireReason,
    had: number,
    limit: number,
    at: PracticePlace | null,
  ): WireState => ({
    ...next,
    lost: { reason, at, had, limit },
  });
  let { glueC } = state;
  if (glueC === null) {
    const heated = wireGlue(truth, hand.plateC, truth.contactShare);
    glueC = heated.glueC;
    if (heated.hottest)
      return lost({ ...state, tS, glueC }, "too hot", heated.hottest.peakC, heated.hottest.maxC, null);
  }
  // A wire that has parted does not go back.
  const leftMm = Math.max(state.leftMm, hand.leftMm);
  const rightMm = Math.max(state.rightMm, hand.rightMm);
  const [wasMm, isMm] = [(state.leftMm + state.rightMm) / 2, (leftMm + rightMm) / 2];
  const speedMmS = smoothed(state.speedMmS, (isMm - wasMm) / dtS, dtS, OVER_S);
  const frontMm = Math.hypot(panel.widthMm, rightMm - leftMm);
  const { forceN, breaksAtN } = wireForce(truth, { glueC, speedMmS, frontMm, strengthShare, bearsMpa });
  const pulls = isMm > wasMm ? forceN : 0;
  const next: WireState = { ...state, tS, glueC, leftMm, rightMm, speedMmS, forceN: pulls, breaksAtN };
  const middle = { xMm: panel.widthMm / 2, yMm: isMm };
  if (pulls > breaksAtN) return lost(next, "snapped", forceN, breaksAtN, middle);
  const deepest = Math.max(leftMm, rightMm);
  const stopMm = panel.heightMm - truth.cableMm;
  if (deepest > stopMm) return lost(next, "cable", deepest, stopMm, { xMm: panel.widthMm / 2, yMm: stopMm });
  const crack = truth.cracksMm.find((mm) => wasMm < mm && isMm >= mm);
  return crack !== undefined && speedMmS > truth.shardMmS
    ? lost(next, "shards", speedMmS, truth.shardMmS, { ...middle, yMm: crack })
    : next;
}

/** Down to just above the cable on both sides. */
export function wireVerdict(
  { panel, toMm: wanted }: WireTask,
  { leftMm, rightMm }: WireState,
): Loss<WireReason> | null {
  const had = Math.min(leftMm, rightMm);
  if (had >= wanted) return null;
  return {
    reason: "not parted",
    at: { xMm: leftMm <= rightMm ? 0 : panel.widthMm, yMm: had },
    had,
    limit: wanted,
  };
}
