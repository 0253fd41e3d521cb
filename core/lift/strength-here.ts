import { z } from "zod";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { bounded, temperatureC, words } from "../units.ts";
import { t } from "../../words/lift.ts";
import { glueCurve } from "./glue-curve.ts";

/** What a glue holds with: given, or by its material and temperature, with what this bench has read of it. */
export const strengthInput = z.union([
  z.strictObject({ fractureEnergyJm2: bounded(0.01, 100_000) }),
  z.strictObject({
    material: words(80),
    glueC: temperatureC(),
    readings: z
      .array(z.strictObject({ glueC: temperatureC(), fractureEnergyJm2: bounded(0.01, 100_000) }))
      .max(1_000)
      .optional(),
  }),
]);
export type StrengthInput = z.output<typeof strengthInput>;

/** What holds here, J/m2, and between which values it lies in 95 % of cases. */
export interface StrengthHere {
  jm2: number;
  lowJm2: number;
  highJm2: number;
  assumed: string[];
}

/** Two assumed curves in three lie within this factor of a bench's own glue; two readings in three within this of the glue. Assumed. */
const ASSUMED_FACTOR = 3;
const READ_FACTOR = 1.5;
const SURE = 1.96;

/**
 * What a glue holds with at a temperature on this bench, J/m2. Where its own readings make a line, that, between the temperatures that were
 * read; otherwise the assumed curve, drawn towards the readings by what each weighs against its doubt (normal in the logarithm).
 */
export function strengthHere(input: StrengthInput): StrengthHere {
  if ("fractureEnergyJm2" in input) {
    const jm2 = input.fractureEnergyJm2;
    return { jm2, lowJm2: jm2, highJm2: jm2, assumed: [] };
  }
  const { material, glueC, readings = [] } = input;
  const own = glueCurve(readings);
  if (own && glueC >= own.fromC && glueC <= own.toC) {
    const spread = own.scatterFactor ** (SURE * Math.sqrt(1 / readings.length));
    return {
      jm2: own.at(glueC),
      lowJm2: own.at(glueC) / spread,
      highJm2: own.at(glueC) * spread,
      assumed: [],
    };
  }
  const glue = glueOf(material);
  const [before, each] = [1 / Math.log(ASSUMED_FACTOR) ** 2, 1 / Math.log(READ_FACTOR) ** 2];
  const weight = before + readings.length * each;
  const shift =
    readings.reduce(
      (sum, read) => sum + each * Math.log(read.fractureEnergyJm2 / strengthAt(glue, read.glueC)),
      0,
    ) / weight;
  const jm2 = strengthAt(glue, glueC) * Math.exp(shift);
  const spread = Math.exp(SURE / Math.sqrt(weight));
  return {
    jm2,
    lowJm2: jm2 / spread,
    highJm2: jm2 * spread,
    assumed: [t("holds-as-assumed", { material: glue.material, count: readings.length })],
  };
}
