import { z } from "zod";
import { words } from "../units.ts";

/** Where a chosen setting comes from: the calculation, its version, and a hash of what it was asked. */
export const calculated = z.strictObject({
  calculation: words(60),
  version: z.int().min(1),
  inputHash: z.string().regex(/^[0-9a-f]{64}$/, { error: "must be a SHA-256 in hexadecimal" }),
});
export type Calculated = z.output<typeof calculated>;
