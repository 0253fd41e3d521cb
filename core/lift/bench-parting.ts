import { median } from "../median.ts";
import type { StrengthReading } from "./glue-curve.ts";

/** What a bench has read of how a glue parts: wedges and wires that were read, and how fast its hands go. */
export interface BenchParting {
  /** The glue that the readings are of, as its layer names it. */
  material: string;
  readings: readonly StrengthReading[];
  /** How fast a card goes along a strip and a wire's middle through the face, mm/s; null while too few were timed. */
  cardMmS: number | null;
  wireMmS: number | null;
}

/** So many timed cuts make a speed of one's own. */
const LEAST_CUTS = 5;

/**
 * A speed of one's own from cuts that were timed, mm/s: their middle one; null while there are fewer than five.
 *
 * @example
 * ownSpeed([3, 5, 4, 2.5, 3.5]) // 3.5
 */
export const ownSpeed = (speedsMmS: readonly number[]): number | null =>
  speedsMmS.length < LEAST_CUTS ? null : Math.round(100 * median(speedsMmS)) / 100;
