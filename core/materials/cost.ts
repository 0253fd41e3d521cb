import { boundedWhole } from "../units.ts";

/** The most that anything costs here, in the minor unit. */
export const MOST_COST_MINOR = 100_000_000;

/** What something cost, in the minor unit of the shop's currency; null where nobody said. */
export const cost = () => boundedWhole(0, MOST_COST_MINOR).nullable();

/** The same, where it may be left out. */
export const costTold = () => cost().default(null);
