import { z } from "zod";
import { bounded } from "../units.ts";
import { costTold } from "./cost.ts";
import { checkMaterial, lotName } from "./lots.ts";

/** A lot as the shop keeps it: what it held when it came, in the kind's unit, and what all of that cost. */
export const lot = z
  .strictObject({ ...lotName, quantity: bounded(0.1, 10_000_000), costMinor: costTold() })
  .superRefine(checkMaterial);
export type Lot = z.output<typeof lot>;
export type LotAdded = z.input<typeof lot>;
