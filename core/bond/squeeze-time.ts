import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { bounded, sideMm } from "../units.ts";
import { t } from "../../words/bond.ts";

export const squeezeTimeInput = z
  .strictObject({
    shape: z.union(
      [
        z.strictObject({ widthMm: sideMm(), heightMm: sideMm() }),
        z.strictObject({ diameterMm: bounded(0.1, 5_000) }),
      ],
      { error: () => t("must-have-widthmm-and-heightmm-or") },
    ),
    viscosityPaS: bounded(0.001, 10_000),
    forceN: bounded(0.001, 100_000),
    startGapUm: bounded(1, 100_000),
    endGapUm: bounded(1, 100_000),
  })
  .superRefine(({ startGapUm, endGapUm }, context) => {
    if (endGapUm < startGapUm) return;
    context.addIssue({
      code: "custom",
      path: ["endGapUm"],
      message: t("must-be-below-startgapum-which-is", { endGapUm, startGapUm }),
    });
  });
export type SqueezeTimeInput = z.input<typeof squeezeTimeInput>;

export const squeezeTimeResult = z.strictObject({
  timeS: z.number(),
  /** The gap against time. */
  curve: z.array(z.strictObject({ timeS: z.number(), gapUm: z.number() })),
});
export type SqueezeTime = z.output<typeof squeezeTimeResult>;

const CURVE_POINTS = 60;
/** Terms beyond this add less than 1e-10 of the sum. */
const LAST_TERM = 61;

/**
 * The torsion constant of a solid rectangle of sides a and b, in the fourth power of their unit: the pressure of a squeezed film has
 * the same form. Source: Timoshenko & Goodier, *Theory of Elasticity*, article 109 (from memory); a square: 0.1406 b⁴.
 */
export function torsionConstant(sideA: number, sideB: number): number {
  const [a, b] = [Math.max(sideA, sideB), Math.min(sideA, sideB)];
  let sum = 0;
  for (let n = 1; n <= LAST_TERM; n += 2) sum += Math.tanh((n * Math.PI * a) / (2 * b)) / n ** 5;
  return ((a * b ** 3) / 3) * (1 - ((192 * b) / (Math.PI ** 5 * a)) * sum);
}

/**
 * How long a weight takes to press a liquid from one gap to another, filled to the rim all the while.
 *
 * Disc: t = 3 π η R⁴ / (4 F) (1/h² - 1/h0²). Rectangle: t = 3 η J / (2 F) (1/h² - 1/h0²), J its torsion constant. Newtonian, thin,
 * the force steady; the liquid wets both faces from the start. Lengths in mm and µm, viscosity in Pa s, force in N, time in s.
 * Source: Stefan 1874; Timoshenko & Goodier for the rectangle.
 */
export function calculateSqueezeTime(input: SqueezeTimeInput): SqueezeTime {
  const { shape, viscosityPaS, forceN, startGapUm, endGapUm } = squeezeTimeInput.parse(input);
  const factor =
    "diameterMm" in shape
      ? (3 * Math.PI * (shape.diameterMm / 2_000) ** 4) / 4
      : 1.5 * torsionConstant(shape.widthMm / 1_000, shape.heightMm / 1_000);
  const inverse = (gapUm: number) => 1 / (gapUm * 1e-6) ** 2;
  const until = (gapUm: number) =>
    ((factor * viscosityPaS) / forceN) * (inverse(gapUm) - inverse(startGapUm));
  return {
    timeS: until(endGapUm),
    curve: Array.from({ length: CURVE_POINTS + 1 }, (_, i) => {
      const gapUm = startGapUm * (endGapUm / startGapUm) ** (i / CURVE_POINTS);
      return { timeS: until(gapUm), gapUm };
    }),
  };
}

export const squeezeTime = defineCalculation({
  name: "squeeze-time",
  purpose: "How long a weight takes to press the adhesive down to its bond line.",
  input: squeezeTimeInput,
  result: squeezeTimeResult,
  calculate: calculateSqueezeTime,
});
