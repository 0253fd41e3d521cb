import type { Calculated } from "./calculated.ts";
import { inputHash } from "./input-hash.ts";

/** The stamp of a setting that a calculation has given. Its input is kept as JSON would have it. */
export function calculatedBy(calculation: string, input: object, version = 1): Calculated {
  const kept = JSON.parse(JSON.stringify(input)) as Calculated["input"];
  return { calculation, version, input: kept, inputHash: inputHash(kept) };
}
