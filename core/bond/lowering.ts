import { liquidAdhesive } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import type { Edge } from "../stack/outline.ts";
import { calculateLowerTime, type LowerTime } from "./lower-time.ts";
import { calculateSqueezeTime } from "./squeeze-time.ts";

/** How a glass is lowered on its wedge and pressed to the bond line. */
export interface Lowering extends LowerTime {
  /** The edge that is set down first, and where the front goes. */
  first: Edge;
  towards: Edge;
  /** From lying on beads of twice the bond line down to it, s. */
  settleS: number;
}

/** Beads are so many times as high as the bond line when the glass lies down. Assumed. */
const BEAD_GAPS = 2;

/** The way with the shorter travel: set down along a long edge. */
export function loweringOf({ outline }: Pick<Family, "outline">, gapUm: number): Lowering {
  const { widthMm, heightMm } = outline;
  const isWide = widthMm >= heightMm;
  const { viscosityPaS, surfaceTensionMnM, capillaryLimit, wedgeMm, pressingN } = liquidAdhesive;
  return {
    ...calculateLowerTime({
      lengthMm: Math.min(widthMm, heightMm),
      viscosityPaS: viscosityPaS.value,
      surfaceTensionMnM: surfaceTensionMnM.value,
      capillaryLimit: capillaryLimit.value,
      wedgeMm: wedgeMm.value,
    }),
    first: isWide ? "top" : "left",
    towards: isWide ? "bottom" : "right",
    settleS: calculateSqueezeTime({
      shape: { widthMm, heightMm },
      viscosityPaS: viscosityPaS.value,
      forceN: pressingN.value,
      startGapUm: BEAD_GAPS * gapUm,
      endGapUm: gapUm,
    }).timeS,
  };
}
