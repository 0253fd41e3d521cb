import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { studentHalfWidth } from "../student.ts";
import { bounded } from "../units.ts";
import { t } from "../../words/cure.ts";

const LEAST_READINGS = 3;

export const lampLifeInput = z
  .strictObject({
    /** Hours that the lamp had been on, and what it gave then at one place. */
    readings: z
      .array(z.strictObject({ hours: bounded(0, 1e6), irradianceMwCm2: bounded(0.001, 1e6) }))
      .min(LEAST_READINGS, { error: () => t("must-be-at-least-readings", { LEAST_READINGS }) })
      .max(5_000),
    lowestUsefulMwCm2: bounded(0.001, 1e6),
  })
  .superRefine(({ readings }, context) => {
    if (new Set(readings.map(({ hours }) => hours)).size < 2) {
      context.addIssue({
        code: "custom",
        path: ["readings"],
        message: t("must-be-of-at-least-two-different"),
      });
    }
  });
export type LampLifeInput = z.input<typeof lampLifeInput>;

export const lampLifeResult = z.strictObject({
  newMwCm2: z.number(),
  nowMwCm2: z.number(),
  /** Of what it gave when it was new, %. */
  nowPct: z.number(),
  /** What it loses in a hundred hours, %. */
  lossPctPer100H: z.number(),
  /** When it reaches the lowest useful, h; null where it does not fall. */
  replaceAtHours: z.number().nullable(),
  /** Its 95 % interval; the later end is null where it may never be reached. */
  replaceFromHours: z.number().nullable(),
  replaceToHours: z.number().nullable(),
  /** Scatter about the line, %. */
  residualPct: z.number(),
});
export type LampLife = z.output<typeof lampLifeResult>;

/**
 * How a lamp ages: ln E = a - b t by least squares, so that it loses the same share in every hour.
 *
 * When it reaches the lowest useful irradiance comes with Fieller's interval: the hours at which the line cannot be told from that level by
 * Student's t. Hours on, not hours on the calendar; irradiance in mW/cm2 at one place. Source: exponential decay as lamp makers state
 * it (common practice); Fieller 1954.
 */
export function calculateLampLife(input: LampLifeInput): LampLife {
  const { readings, lowestUsefulMwCm2 } = lampLifeInput.parse(input);
  const n = readings.length;
  const xs = readings.map(({ hours }) => hours);
  const ys = readings.map(({ irradianceMwCm2 }) => Math.log(irradianceMwCm2));
  const meanOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / n;
  const [meanX, meanY] = [meanOf(xs), meanOf(ys)];
  const sxx = xs.reduce((sum, x) => sum + (x - meanX) ** 2, 0);
  const slope = xs.reduce((sum, x, i) => sum + (x - meanX) * (ys[i]! - meanY), 0) / sxx;
  const squares = xs.reduce((sum, x, i) => sum + (ys[i]! - meanY - slope * (x - meanX)) ** 2, 0);
  const variance = n > 2 ? squares / (n - 2) : 0;
  const t = studentHalfWidth(0.95, n - 2);
  const at = (hours: number) => meanY + slope * (hours - meanX);
  const lastH = Math.max(...xs);
  const level = Math.log(lowestUsefulMwCm2);
  // |meanY + slope u - level| <= t s sqrt(1/n + u²/sxx), u = hours - meanX: a quadratic in u.
  const [g, off] = [t * t * variance, meanY - level];
  const [a, b, c] = [slope ** 2 - g / sxx, slope * off, off ** 2 - g / n];
  const root = Math.sqrt(Math.max(0, b * b - a * c));
  const isFalling = slope < 0;
  const isSure = isFalling && a > 0;
  const hours = (u: number) => Math.max(0, u + meanX);
  return {
    newMwCm2: Math.exp(at(0)),
    nowMwCm2: Math.exp(at(lastH)),
    nowPct: 100 * Math.exp(slope * lastH),
    lossPctPer100H: 100 * (1 - Math.exp(100 * slope)),
    replaceAtHours: isFalling ? hours(-off / slope) : null,
    replaceFromHours: isFalling ? hours(isSure ? (-b - root) / a : (-b + root) / a) : null,
    replaceToHours: isSure ? hours((-b + root) / a) : null,
    residualPct: 100 * Math.sqrt(squares / n),
  };
}

export const lampLife = defineCalculation({
  name: "lamp-life",
  purpose: "How much a lamp has lost, and when it will be too weak, from radiometer readings.",
  input: lampLifeInput,
  result: lampLifeResult,
  calculate: calculateLampLife,
});
