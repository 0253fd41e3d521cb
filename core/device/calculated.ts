import { z } from "zod";
import { words } from "../units.ts";

/** Where a chosen setting comes from: the calculation, its version, what it was asked, and the hash of that. */
export const calculated = z.strictObject({
  calculation: words(60),
  version: z.int().min(1),
  input: z.record(z.string(), z.json()),
  inputHash: z.string().regex(/^[0-9a-f]{64}$/, { error: "must be a SHA-256 in hexadecimal" }),
});
export type Calculated = z.output<typeof calculated>;

/** The hash of an input that is empty, as `inputHash` gives it. */
const HASH_OF_NOTHING = "44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a";

/** A stamp for a setting that is still to be worked out: the plan goes on with it, the record does not take it. */
export const notCalculated = (calculation: string): Calculated => ({
  calculation,
  version: 1,
  input: {},
  inputHash: HASH_OF_NOTHING,
});
