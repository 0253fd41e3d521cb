import { methodOf, type HeatMethodKind } from "../heat/heat-methods.ts";
import type { Damage } from "../intake/damage.ts";
import type { JobState, Stretch } from "../job/fold.ts";
import type { Family, Seam } from "../stack/family.ts";
import type { PacedStretch } from "./cut-pace.ts";
import { HANDLING_S } from "./handling.ts";
import { LEAST_LENGTH_MM } from "./edge-stretches.ts";
import { calculateEdgePlan, type EdgePlan, type EdgeSegment } from "./edge-plan.ts";

/** A pick or card stays behind at least so often, mm. Common practice, no source. */
const PARK_EVERY_MM = 40;
/** A window without an end is planned as this, s: nobody grips longer without a rest. */
const LONGEST_WINDOW_S = 300;
/** Where the panel stays on the heat there is no window to lose. */
const ON_THE_HEAT_S = 3_600;
/** A usual wire, µm. Common practice (60 to 100), no source. */
const WIRE_UM = 80;
const USUAL_SPEED_MM_S = 4;
const USUAL_DEPTH_MM = 5;

/** What a cut is planned by: the window and the hand, what heats it, where it is broken, where the glue is thick. */
export interface LiftWork {
  windowS: number;
  speedMmS: number;
  heat?: HeatMethodKind;
  damage?: readonly Damage[];
  paces?: readonly PacedStretch[];
}

/** The cut that a family's edges and a window allow. `null` where the window is gone before the first cut. */
export function planLift(family: Family, seam: Seam, work: LiftWork): EdgePlan | null {
  const { heat = "plate", damage = [], paces = [] } = work;
  const windowS = methodOf(heat).staysOn
    ? ON_THE_HEAT_S
    : Math.min(work.windowS - HANDLING_S, LONGEST_WINDOW_S);
  if (work.windowS <= 0 || windowS < 2) return null;
  return calculateEdgePlan({
    outline: family.outline,
    features: family.features,
    speedMmS: work.speedMmS,
    windowS,
    paces: [...paces],
    ...(heat === "wire"
      ? {
          school: "wire" as const,
          wireUm: WIRE_UM,
          glueUm: family.stack.find((layer) => layer.name === seam.layer)!.thicknessUm,
        }
      : {}),
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
  return planLift(family, seam, {
    windowS: settings.windowS,
    speedMmS: settings.speedMmS ?? speedOf(seam),
    heat: state.heatMethod,
    damage: state.damage,
    paces: state.paces,
  });
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
): Span[] {
  const open = segments.filter((segment) => !isCut(segment, stretches));
  let restS = Math.max(0, leftS);
  return open
    .filter((segment) => segment.pass === open[0]!.pass)
    .flatMap(({ edge, fromMm, toMm, timeS }): Span[] => {
      const share = Math.min(1, restS / timeS);
      restS -= share * timeS;
      return share * Math.abs(toMm - fromMm) > LEAST_LENGTH_MM
        ? [{ edge, fromMm, toMm: fromMm + share * (toMm - fromMm) }]
        : [];
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
