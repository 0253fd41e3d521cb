import { type z } from "zod";
import type { MaterialValue } from "./materials/materials.ts";

/**
 * A field with the value that stands in where none is given, and the words for it.
 */
export const usual = <Schema extends z.ZodType>(
  schema: Schema,
  value: z.core.util.NoUndefined<z.output<Schema>>,
  source: string,
) => schema.default(value).meta({ assumed: source });

/** A field whose missing value the calculation works out from the others, and the words for how. */
export const usualFrom = <Schema extends z.ZodType>(schema: Schema, source: string) =>
  schema.optional().meta({ assumed: source });

/**
 * A value of the material tables for `usual`, its words made of the value, what it is of and where it comes from.
 *
 * @example
 * known({ value: 45, low: 15, high: 90, source: { kind: "assumed", text: "a soft mat" } }, "W/m²K of contact") // [45, "45 W/m²K of contact: a soft mat"]
 */
export const known = ({ value, source }: MaterialValue, of: string): [value: number, source: string] => [
  value,
  `${value} ${of}: ${source.text}`,
];
