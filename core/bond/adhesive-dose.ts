import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { bounded } from "../units.ts";

export const adhesiveDoseInput = z.strictObject({
  areaMm2: bounded(1, 5_000_000),
  gapUm: bounded(1, 5_000),
  overflowPct: bounded(0, 200),
  shrinkPct: bounded(0, 50),
  densityGcm3: bounded(0.1, 5),
  nozzleInsideMm: bounded(0.05, 10).optional(),
});
export type AdhesiveDoseInput = z.output<typeof adhesiveDoseInput>;

export const adhesiveDoseResult = z.strictObject({
  volumeMl: z.number(),
  massG: z.number(),
  /** Length of the strand that leaves the nozzle, mm; null where no nozzle is given. */
  beadMm: z.number().nullable(),
});

/**
 * How much liquid adhesive fills the bond line.
 *
 * volume = area x gap x (1 + overflow) / (1 - shrink): what runs out is added, what the cure takes is laid on before.
 * The bead is the strand of the nozzle's inside section that holds this volume (no swell at the nozzle).
 * Source: the volume of a layer; no constants.
 */
export function calculateAdhesiveDose(input: AdhesiveDoseInput): z.output<typeof adhesiveDoseResult> {
  const gapMm = input.gapUm / 1_000;
  const volumeMm3 = (input.areaMm2 * gapMm * (1 + input.overflowPct / 100)) / (1 - input.shrinkPct / 100);
  const volumeMl = volumeMm3 / 1_000;
  return {
    volumeMl,
    massG: volumeMl * input.densityGcm3,
    beadMm:
      input.nozzleInsideMm === undefined ? null : volumeMm3 / ((Math.PI * input.nozzleInsideMm ** 2) / 4),
  };
}

export const adhesiveDose = defineCalculation({
  name: "adhesive-dose",
  purpose: "How much liquid adhesive a bond line takes: millilitres, grams, millimetres of bead.",
  input: adhesiveDoseInput,
  result: adhesiveDoseResult,
  calculate: calculateAdhesiveDose,
});
