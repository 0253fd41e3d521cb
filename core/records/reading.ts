import { z } from "zod";
import { bounded } from "../units.ts";

/** What a bench can read by hand, with the unit its values are kept in and the bounds it can meet. */
export const readingKinds = {
  plate: { label: "Plate", unit: "C", min: -100, max: 400 },
  "glue line": { label: "Glue line", unit: "C", min: -100, max: 400 },
  face: { label: "Glass face", unit: "C", min: -100, max: 400 },
  room: { label: "Room", unit: "C", min: -30, max: 60 },
  irradiance: { label: "Irradiance", unit: "mW/cm2", min: 0, max: 100_000 },
  mass: { label: "Adhesive laid", unit: "g", min: 0, max: 5_000 },
  viscosity: { label: "Viscosity", unit: "Pa s", min: 0.001, max: 10_000 },
  "chamber pressure": { label: "Chamber", unit: "bar", min: 0, max: 100 },
  "border offset": { label: "Border offset", unit: "mm", min: 0, max: 50 },
} as const satisfies Record<string, { label: string; unit: string; min: number; max: number }>;
export type ReadingKind = keyof typeof readingKinds;
export const readingKindNames = Object.keys(readingKinds) as [ReadingKind, ...ReadingKind[]];

export const readingSources = ["hand", "logger", "photo", "simulated"] as const;
export type ReadingSource = (typeof readingSources)[number];

/** Kept to the millisecond in one way of writing. */
const instant = () =>
  z.iso
    .datetime({ error: "must be a time in UTC such as 2026-03-01T08:30:00Z" })
    .overwrite((text) => (Number.isNaN(Date.parse(text)) ? text : new Date(text).toISOString()));

/** What is wrong with a value of a quantity, in words; null where it can be. */
export function readingFault(quantity: ReadingKind, value: number): string | null {
  const { min, max, unit } = readingKinds[quantity];
  return value < min || value > max ? `${value} ${unit} must be a number from ${min} to ${max}` : null;
}

/** One quantity as it was read, once or as a logger wrote it down. */
export const readingTold = z
  .strictObject({
    quantity: z.enum(readingKindNames, { error: `must be one of ${readingKindNames.join(", ")}` }),
    source: z.enum(readingSources, { error: `must be one of ${readingSources.join(", ")}` }),
    values: z
      .array(z.strictObject({ at: instant(), value: bounded(-1e6, 1e6) }))
      .min(1)
      .max(2_000),
  })
  .superRefine(({ quantity, values }, context) => {
    values.forEach(({ value }, i) => {
      const fault = readingFault(quantity, value);
      if (fault) context.addIssue({ code: "custom", path: ["values", i, "value"], message: fault });
    });
  });
