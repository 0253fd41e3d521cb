import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, durationS } from "../units.ts";
import { t } from "../../words/bond.ts";

const GRAVITY_M_S2 = 9.80665;

export const spreadViscosityInput = z
  .strictObject({
    /** The drop, weighed. */
    massMg: bounded(1, 100_000),
    densityGcm3: bounded(0.1, 5),
    /** What lies on it: the upper glass and the weight. */
    weightG: bounded(1, 100_000),
    startDiameterMm: bounded(1, 1_000),
    endDiameterMm: bounded(1, 1_000),
    timeS: durationS(),
    /** How far off a diameter may be read. */
    readToMm: usual(bounded(0.01, 20), 0.5, "a diameter is read to 0.5 mm: with a rule, by eye"),
    /** How far off the stopwatch may be. */
    timeToS: usual(bounded(0.001, 60), 0.3, "a stopwatch is pressed to 0.3 s: by hand, from memory"),
    /** How far off the scale may be. */
    massToMg: usual(
      bounded(0.001, 10_000),
      5,
      "a drop is weighed to 5 mg: a scale that shows hundredths of a gram",
    ),
  })
  .superRefine(({ startDiameterMm, endDiameterMm, readToMm = 0.5 }, context) => {
    if (endDiameterMm - startDiameterMm > 2 * readToMm) return;
    context.addIssue({
      code: "custom",
      path: ["endDiameterMm"],
      message: t("must-be-above-a-drop-that-has", {
        endDiameterMm,
        startDiameterMm: startDiameterMm + 2 * readToMm,
      }),
    });
  });
export type SpreadViscosityInput = z.input<typeof spreadViscosityInput>;

export const spreadViscosityResult = z.strictObject({
  viscosityPaS: z.number(),
  /** What the readings leave open: an interval of 95 % where each is within its own in 95 of 100. */
  fromPaS: z.number(),
  toPaS: z.number(),
  /** How thin the drop is at the end. */
  gapUm: z.number(),
});
export type SpreadViscosity = z.output<typeof spreadViscosityResult>;

/**
 * How thick a liquid is, from a weighed drop that spreads between two glasses under a known weight.
 *
 * A disc of constant volume V under a force F: 1/h⁴ - 1/h0⁴ = 8πFt / (3ηV²) with h = V / πR², so
 * η = 8 F t / (3 π³) · V² / (R⁸ - R0⁸): the diameter counts to the eighth power. Doubts of the readings add up by their squares. Newtonian, level glasses, the drop whole and in the
 * middle. Mass in mg, diameters in mm, weight in g, time in s. Source: Stefan 1874, with the volume kept instead of the radius.
 */
export function calculateSpreadViscosity(input: SpreadViscosityInput): SpreadViscosity {
  const { massMg, densityGcm3, weightG, startDiameterMm, endDiameterMm, timeS, readToMm, timeToS, massToMg } =
    spreadViscosityInput.parse(input);
  const volumeM3 = (massMg * 1e-6) / (densityGcm3 * 1_000);
  const forceN = (weightG / 1_000) * GRAVITY_M_S2;
  const inverse = (diameterMm: number) => {
    const gapM = volumeM3 / (Math.PI * (diameterMm / 2_000) ** 2);
    return gapM ** -4;
  };
  const viscosity = (start: number, end: number) =>
    (8 * Math.PI * forceN * timeS) / (3 * volumeM3 ** 2 * (inverse(end) - inverse(start)));
  const found = viscosity(startDiameterMm, endDiameterMm);
  // How far each reading alone moves its logarithm.
  const half = (low: number, high: number) => Math.log(low / high) / 2;
  const doubts = [
    half(
      viscosity(startDiameterMm, endDiameterMm - readToMm),
      viscosity(startDiameterMm, endDiameterMm + readToMm),
    ),
    half(
      viscosity(startDiameterMm + readToMm, endDiameterMm),
      viscosity(Math.max(0.1, startDiameterMm - readToMm), endDiameterMm),
    ),
    timeToS / timeS,
    (2 * massToMg) / massMg,
  ];
  const doubt = Math.hypot(...doubts);
  return {
    viscosityPaS: found,
    fromPaS: found * Math.exp(-doubt),
    toPaS: found * Math.exp(doubt),
    gapUm: (volumeM3 / (Math.PI * (endDiameterMm / 2_000) ** 2)) * 1e6,
  };
}

export const spreadViscosity = defineCalculation({
  name: "spread-viscosity",
  purpose: "How thick a liquid adhesive is, from a weighed drop timed as it spreads under a weight.",
  input: spreadViscosityInput,
  result: spreadViscosityResult,
  calculate: calculateSpreadViscosity,
});
