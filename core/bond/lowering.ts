import { liquidAdhesive } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { oppositeEdge, type Edge } from "../stack/outline.ts";
import { calculateLowerTime, type LowerTime } from "./lower-time.ts";
import { calculateSqueezeTime } from "./squeeze-time.ts";

/** How a glass is lowered on its wedge. */
export interface Lowering extends LowerTime {
  /** The edge that is set down first, and where the front goes. */
  first: Edge;
  towards: Edge;
}

/** The way with the shorter travel: set down along a long edge. */
export function loweringOf({ outline }: Pick<Family, "outline">): Lowering {
  const { widthMm, heightMm } = outline;
  const first = widthMm >= heightMm ? "top" : "left";
  const { viscosityPaS, surfaceTensionMnM, capillaryLimit, wedgeMm } = liquidAdhesive;
  return {
    ...calculateLowerTime({
      lengthMm: Math.min(widthMm, heightMm),
      viscosityPaS: viscosityPaS.value,
      surfaceTensionMnM: surfaceTensionMnM.value,
      capillaryLimit: capillaryLimit.value,
      wedgeMm: wedgeMm.value,
    }),
    first,
    towards: oppositeEdge[first],
  };
}

/** Beads are so many times as high as the bond line when the glass lies down. Assumed. */
const BEAD_GAPS = 2;

/** How long a glass that lies on its beads takes down to the bond line, s. */
export function settleS({ outline }: Pick<Family, "outline">, gapUm: number): number {
  const { widthMm, heightMm } = outline;
  return calculateSqueezeTime({
    shape: { widthMm, heightMm },
    viscosityPaS: liquidAdhesive.viscosityPaS.value,
    forceN: liquidAdhesive.pressingN.value,
    startGapUm: BEAD_GAPS * gapUm,
    endGapUm: gapUm,
  }).timeS;
}
