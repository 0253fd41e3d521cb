import { boundedWhole } from "../units.ts";

/** What something cost, in the minor unit of the shop's currency; null where nobody said. */
export const cost = () => boundedWhole(0, 100_000_000).nullable();

/** The same, where it may be left out. */
export const costTold = () => cost().default(null);
