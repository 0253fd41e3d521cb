import { bondPractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { oppositeEdge, panelAreaMm2, squareCornered, type Edge } from "../stack/panel-geometry.ts";
import { START_GAPS } from "./fill-front.ts";
import type { AdhesiveInUse } from "./adhesive-in-use.ts";
import { calculateLowerTime, type LowerTime } from "./lower-time.ts";
import { calculateSqueezeTime } from "./squeeze-time.ts";

/** How a glass is lowered on its wedge. */
export interface Lowering extends LowerTime {
  /** The edge that is set down first, and where the front goes. */
  first: Edge;
  towards: Edge;
}

/** The way with the shorter travel: set down along a long edge. */
export function loweringOf({ outline }: Pick<Family, "outline">, adhesive: AdhesiveInUse): Lowering {
  const { widthMm, heightMm } = outline;
  const first = widthMm >= heightMm ? "top" : "left";
  return {
    ...calculateLowerTime({
      lengthMm: Math.min(widthMm, heightMm),
      viscosityPaS: adhesive.nowPaS,
      surfaceTensionMnM: adhesive.surfaceTensionMnM.value,
      capillaryLimit: bondPractice.capillaryLimit.value,
      wedgeMm: bondPractice.wedgeMm.value,
    }),
    first,
    towards: oppositeEdge[first],
  };
}

/** Of glass, kg/m³, and what pulls it down, m/s². */
const GLASS_KG_M3 = 2_500;
const GRAVITY_M_S2 = 9.81;
/** A cover where a family says nothing of one, µm. Assumed. */
const USUAL_COVER_UM = 700;

/**
 * What presses a glass down on its liquid, N: the hand, the glass's own weight, and the liquid that pulls itself into the gap. The pull
 * is 2 γ / h over the wet face (Laplace, both faces wetted); it is taken at twice the final gap, so that it is rather too small.
 */
export function settlingForceN(
  { outline, stack }: Pick<Family, "outline" | "stack">,
  gapUm: number,
  { surfaceTensionMnM }: AdhesiveInUse,
): number {
  const areaM2 = panelAreaMm2(squareCornered(outline)) / 1e6;
  const coverUm = stack.find(({ role }) => role === "cover glass")?.thicknessUm ?? USUAL_COVER_UM;
  const weightN = areaM2 * (coverUm / 1e6) * GLASS_KG_M3 * GRAVITY_M_S2;
  const pullN = ((2 * surfaceTensionMnM.value) / 1_000 / (2 * gapUm * 1e-6)) * areaM2;
  return bondPractice.pressingN.value + weightN + pullN;
}

/**
 * How long a glass that lies on its beads takes down to the bond line, s. The beads hold what the gap will hold and wet the face only at
 * the end: for a disc of fixed volume that takes half as long as where the gap is full from the start, t = 3 π η R⁴ / (8 F h²) against
 * 3 π η R⁴ / (4 F h²), from the same lubrication law; taken for a rectangle as well.
 */
export function settleS(
  family: Pick<Family, "outline" | "stack">,
  gapUm: number,
  adhesive: AdhesiveInUse,
): number {
  const { widthMm, heightMm } = family.outline;
  const { timeS } = calculateSqueezeTime({
    shape: { widthMm, heightMm },
    viscosityPaS: adhesive.nowPaS,
    forceN: settlingForceN(family, gapUm, adhesive),
    startGapUm: START_GAPS * gapUm,
    endGapUm: gapUm,
  });
  return timeS / 2;
}
