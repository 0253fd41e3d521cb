import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { liftStressInput, type LiftStressInput } from "./lift-stress-input.ts";
import { t } from "../../words/lift.ts";

const verdicts = ["safe", "close", "stop"] as const;

export const liftStressResult = z.strictObject({
  fractureEnergyJm2: z.number(),
  frontMm: z.number(),
  liftedMpa: z.number(),
  /** Null where the base is held flat: it does not bend. */
  baseMpa: z.number().nullable(),
  /** What it bears over what it feels, of the part that is nearer to its limit. */
  margin: z.number(),
  weakest: z.enum(["lifted", "base"]),
  verdict: z.enum(verdicts),
  /** Where the beam formula is stretched. */
  cautions: z.array(z.string()),
  assumed: z.array(z.string()),
});
export type LiftStress = z.output<typeof liftStressResult>;

/** What glass at a bench bears for a short time. Assumed: sound edges bear more, a crack's rim less. */
const ALLOWABLE_MPA = 30;
/** Below this margin it is close. Assumed. */
const CLOSE_MARGIN = 1.5;
/** A beam formula wants the free length to be at least so many thicknesses. */
const SLENDER = 10;

const pascal = (gpa: number) => gpa * 1e9;
const metre = (mm: number) => mm / 1_000;

/** E' of a part, Pa. */
const stiffnessPa = ({ modulusGpa, poisson }: { modulusGpa: number; poisson?: number }): number =>
  poisson === undefined ? pascal(modulusGpa) : pascal(modulusGpa) / (1 - poisson ** 2);

/** K = E' t³, N·m for each metre of width. */
const bendingK = (part: { modulusGpa: number; thicknessMm: number; poisson?: number }): number =>
  stiffnessPa(part) * metre(part.thicknessMm) ** 3;

/**
 * How hard the glue holds and what glass and panel feel while a wedge of thickness w stands a length a before the front.
 *
 * Both parts bend as cantilevers of length a. G = 3 w² / (8 a⁴) / (1/K1 + 1/K2), K = E' t³, K2 infinite where the base is
 * held flat. Bending stress at the front: sigma_i = 3 w / (2 a² t_i²) / (1/K1 + 1/K2). With the front measured it gives G;
 * with G known it gives the front. Held flat, the stress at the front is sqrt(6 E' G / t): a thicker wedge only moves the
 * front away, and nothing but less G (heat) helps. Good while a is at least ten thicknesses and the gap small beside a.
 * Units: GPa, mm, J/m2, MPa.
 * Sources: Obreimoff 1930 (the wedge test); Kanninen 1973 (double cantilever beam); ISO 25217 for the test.
 */
export function calculateLiftStress(input: LiftStressInput): LiftStress {
  const { lifted, base, allowableMpa } = input;
  const w = metre(input.wedgeMm);
  const compliance = 1 / bendingK(lifted) + (base.support === "held" ? 0 : 1 / bendingK(base));
  const a =
    input.frontMm === undefined
      ? ((3 * w ** 2) / (8 * input.fractureEnergyJm2! * compliance)) ** 0.25
      : metre(input.frontMm);
  const fractureEnergyJm2 = input.fractureEnergyJm2 ?? (3 * w ** 2) / (8 * a ** 4 * compliance);
  const stressMpa = (thicknessMm: number) =>
    (3 * w) / (2 * a ** 2 * metre(thicknessMm) ** 2 * compliance) / 1e6;
  const liftedMpa = stressMpa(lifted.thicknessMm);
  const baseMpa = base.support === "held" ? null : stressMpa(base.thicknessMm);
  const margins = {
    lifted: (allowableMpa?.lifted ?? ALLOWABLE_MPA) / liftedMpa,
    base: baseMpa === null ? Infinity : (allowableMpa?.base ?? ALLOWABLE_MPA) / baseMpa,
  };
  const weakest = margins.lifted <= margins.base ? "lifted" : "base";
  const margin = margins[weakest];
  const thickest = Math.max(lifted.thicknessMm, base.support === "held" ? 0 : base.thicknessMm);
  return {
    fractureEnergyJm2,
    frontMm: a * 1_000,
    liftedMpa,
    baseMpa,
    margin,
    weakest,
    verdict: margin < 1 ? "stop" : margin < CLOSE_MARGIN ? "close" : "safe",
    cautions: [
      ...(a * 1_000 < SLENDER * thickest ? [t("the-front-is-nearer-than-thicknesses", { SLENDER })] : []),
      ...(input.wedgeMm > a * 1_000 * 0.3 ? [t("the-wedge-is-thick-beside-its-distance")] : []),
    ],
    assumed: [
      ...(allowableMpa?.lifted === undefined ? [t("the-lifted-part-bears-mpa", { ALLOWABLE_MPA })] : []),
      ...(base.support === "free" && allowableMpa?.base === undefined
        ? [t("the-base-bears-mpa", { ALLOWABLE_MPA })]
        : []),
    ],
  };
}

export const liftStress = defineCalculation({
  name: "lift-stress",
  purpose: "How hard the glue holds, and what glass and panel feel from a wedge: go on, go easy, or stop.",
  input: liftStressInput,
  result: liftStressResult,
  calculate: calculateLiftStress,
});
