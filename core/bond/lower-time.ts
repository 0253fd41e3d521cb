import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded } from "../units.ts";
import { t } from "../../words/bond.ts";

export const lowerTimeInput = z.strictObject({
  /** From the edge that is set down to the one that is lowered. */
  lengthMm: bounded(1, 5_000),
  viscosityPaS: bounded(0.001, 10_000),
  surfaceTensionMnM: bounded(1, 1_000),
  /** Capillary number at which a front begins to trap air. */
  capillaryLimit: usual(
    bounded(0.0001, 10),
    0.1,
    "a front begins to trap air at a capillary number of 0.1: between 0.01 and 1, not measured",
  ),
  /** How far the far edge stands open at the start. */
  wedgeMm: bounded(0.01, 500),
});
export type LowerTimeInput = z.input<typeof lowerTimeInput>;

export const lowerTimeResult = z.strictObject({
  /** Fastest that the liquid's front may go. */
  frontMmS: z.number(),
  /** Least time from one edge to the other. */
  lowerS: z.number(),
  /** How fast the far edge comes down in that time. */
  edgeMmS: z.number(),
  advice: z.string(),
});
export type LowerTime = z.output<typeof lowerTimeResult>;

/** Slower than anybody's hand holds steady, mm/s: a wedge that is drawn out does it better. Assumed. */
const STEADY_MM_S = 0.2;

/**
 * How slowly a glass is lowered on its wedge: the front keeps the capillary number η v / γ below a limit, so v = limit γ / η.
 *
 * The limit of 0.1 is assumed: wetting fronts of such liquids break down between about 0.01 and 1, by how rough and clean the faces
 * are. Viscosity in Pa s, surface tension in mN/m, lengths in mm. Source: the capillary number; Burley & Kennedy 1976 for air
 * entrained at a wetting line (from memory).
 */
export function calculateLowerTime(input: LowerTimeInput): LowerTime {
  const { lengthMm, viscosityPaS, surfaceTensionMnM, capillaryLimit, wedgeMm } = lowerTimeInput.parse(input);
  const frontMmS = (capillaryLimit * surfaceTensionMnM) / viscosityPaS;
  const lowerS = lengthMm / frontMmS;
  const edgeMmS = wedgeMm / lowerS;
  return {
    frontMmS,
    lowerS,
    edgeMmS,
    advice:
      edgeMmS < STEADY_MM_S
        ? t("slower-than-a-hand-is-steady-draw")
        : t("watch-the-front-not-the-glass-where"),
  };
}

export const lowerTime = defineCalculation({
  name: "lower-time",
  purpose: "How slowly the glass is lowered on its wedge so that the front traps no air.",
  input: lowerTimeInput,
  result: lowerTimeResult,
  calculate: calculateLowerTime,
});
