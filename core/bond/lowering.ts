import { bondPractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { oppositeEdge, type Edge } from "../stack/outline.ts";
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

/** How long a glass that lies on its beads takes down to the bond line, s. */
export function settleS(
  { outline }: Pick<Family, "outline">,
  gapUm: number,
  { nowPaS }: AdhesiveInUse,
): number {
  const { widthMm, heightMm } = outline;
  return calculateSqueezeTime({
    shape: { widthMm, heightMm },
    viscosityPaS: nowPaS,
    forceN: bondPractice.pressingN.value,
    startGapUm: START_GAPS * gapUm,
    endGapUm: gapUm,
  }).timeS;
}
