import { betaShare } from "./beta.ts";

/** Chance of at most `wins` wins in `tries` tries. Source: Abramowitz & Stegun 26.5.24. */
export const atMost = (wins: number, tries: number, chance: number): number =>
  wins < 0 ? 0 : wins >= tries ? 1 : 1 - betaShare(chance, wins + 1, tries - wins);

/** Chance of at least `wins` wins in `tries` tries. */
export const atLeast = (wins: number, tries: number, chance: number): number =>
  wins <= 0 ? 1 : wins > tries ? 0 : betaShare(chance, wins, tries - wins + 1);

/** Of a normal distribution, 97.5 % lie below so many deviations. */
const Z_95 = 1.959963984540054;

/**
 * The interval that a chance lies in, as far as some wins in some tries tell (95 %), as shares from 0 to 1. Source: Wilson 1927, without a
 * correction for continuity.
 *
 * @example
 * wilson95(8, 10).map((share) => Math.round(1_000 * share)) // [490, 943]
 */
export function wilson95(wins: number, tries: number): [low: number, high: number] {
  if (tries === 0) return [0, 1];
  const share = wins / tries;
  const zz = Z_95 ** 2 / tries;
  const middle = (share + zz / 2) / (1 + zz);
  const half = (Math.sqrt(zz) / (1 + zz)) * Math.sqrt(share * (1 - share) + zz / 4);
  return [wins === 0 ? 0 : middle - half, wins === tries ? 1 : middle + half];
}
