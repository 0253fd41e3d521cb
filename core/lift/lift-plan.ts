import type { Damage } from "../intake/damage.ts";
import type { JobState, Stretch } from "../job/fold.ts";
import type { Family, Seam } from "../stack/family.ts";
import { calculateEdgePlan, type EdgePlan, type EdgeSegment } from "./edge-plan.ts";

/** From the plate to the first cut, s. Common practice, no source. */
export const HANDLING_S = 5;
/** A pick or card stays behind at least so often, mm. Common practice, no source. */
const PARK_EVERY_MM = 40;
/** An unlimited window is planned as this, s: nobody grips longer without a rest. */
const LONGEST_WINDOW_S = 300;
const USUAL_SPEED_MM_S = 4;
const USUAL_DEPTH_MM = 5;

/** The cut that a family's edges and a window allow. `null` where the window is gone before the first cut. */
export function planLift(
  family: Family,
  seam: Seam,
  pace: { windowS: number; speedMmS: number },
  damage: readonly Damage[] = [],
): EdgePlan | null {
  const windowS = Math.min(pace.windowS - HANDLING_S, LONGEST_WINDOW_S);
  if (windowS < 2) return null;
  return calculateEdgePlan({
    outline: family.outline,
    features: family.features,
    speedMmS: pace.speedMmS,
    windowS,
    parkEveryMm: PARK_EVERY_MM,
    damage: damage.flatMap(({ damage: kind, points }) =>
      kind === "crack" || kind === "missing shard" ? [{ kind, points }] : [],
    ),
    maxDepthMm: Math.max(1, Math.min(seam.maxDepthMm ?? USUAL_DEPTH_MM, family.borderMm || USUAL_DEPTH_MM)),
  });
}

export const speedOf = (seam: Seam): number => seam.speedMmS ?? USUAL_SPEED_MM_S;

/** The plan that a job works to: from the settings chosen in its lift. `null` before they are chosen. */
export function chosenPlan(state: JobState, family: Family, seam: Seam): EdgePlan | null {
  const settings = state.settings.lift;
  if (settings?.windowS === undefined) return null;
  const pace = { windowS: settings.windowS, speedMmS: settings.speedMmS ?? speedOf(seam) };
  return planLift(family, seam, pace, state.damage);
}

/** Whether the stretches marked as cut cover a segment, to a tenth of a millimetre. */
export function isCut(
  segment: Pick<EdgeSegment, "edge" | "fromMm" | "toMm">,
  stretches: readonly Stretch[],
): boolean {
  const to = Math.max(segment.fromMm, segment.toMm);
  let reached = Math.min(segment.fromMm, segment.toMm);
  const spans = stretches
    .filter((stretch) => stretch.edge === segment.edge)
    .map(
      (stretch) => [Math.min(stretch.fromMm, stretch.toMm), Math.max(stretch.fromMm, stretch.toMm)] as const,
    )
    .sort((a, b) => a[0] - b[0]);
  for (const [from, end] of spans) {
    if (from > reached + 0.1) break;
    reached = Math.max(reached, end);
  }
  return reached >= to - 0.1;
}

/** A piece of an edge, from where it is begun to where it ends. */
export type Span = Pick<EdgeSegment, "edge" | "fromMm" | "toMm">;

/** What can still be cut in so many seconds: the stretches that are left of this pass, in their order, the last cut short. */
export function reachIn(
  segments: readonly EdgeSegment[],
  stretches: readonly Stretch[],
  leftS: number,
  speedMmS: number,
): Span[] {
  const open = segments.filter((segment) => !isCut(segment, stretches));
  let restMm = Math.max(0, leftS) * speedMmS;
  return open
    .filter((segment) => segment.pass === open[0]!.pass)
    .flatMap(({ edge, fromMm, toMm }): Span[] => {
      const takenMm = Math.min(restMm, Math.abs(toMm - fromMm));
      restMm -= takenMm;
      return takenMm > 0 ? [{ edge, fromMm, toMm: fromMm + Math.sign(toMm - fromMm) * takenMm }] : [];
    });
}

/** Where picks stand: at the end of every stretch that is open, and between, so that none is farther from the next than it may. */
export function picksAt(
  stretches: readonly Span[],
  everyMm = PARK_EVERY_MM,
): { edge: Span["edge"]; atMm: number }[] {
  return stretches.flatMap(({ edge, fromMm, toMm }) => {
    const count = Math.max(1, Math.ceil(Math.abs(toMm - fromMm) / everyMm - 1e-9));
    return Array.from({ length: count }, (_, i) => ({
      edge,
      atMm: fromMm + ((toMm - fromMm) * (i + 1)) / count,
    }));
  });
}
