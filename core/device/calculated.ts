import { z } from "zod";
import { words } from "../units.ts";
import { inputHash } from "./input-hash.ts";

/** Where a chosen setting comes from: the calculation, its version, what it was asked, and the hash of that. */
export const calculated = z.strictObject({
  calculation: words(60),
  version: z.int().min(1),
  input: z.record(z.string(), z.json()),
  inputHash: z.string().regex(/^[0-9a-f]{64}$/, { error: "must be a SHA-256 in hexadecimal" }),
});
export type Calculated = z.output<typeof calculated>;

/** The stamp of a setting that a calculation has given. Its input is kept as JSON would have it. */
export function calculatedBy(calculation: string, input: object, version = 1): Calculated {
  const kept = JSON.parse(JSON.stringify(input)) as Calculated["input"];
  return { calculation, version, input: kept, inputHash: inputHash(kept) };
}

/** A stamp for a setting that is still to be worked out: the plan goes on with it, the record does not take it. */
export const notCalculated = (calculation: string): Calculated => calculatedBy(calculation, {});
