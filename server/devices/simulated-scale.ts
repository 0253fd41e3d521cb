import { noise, numberOf } from "../../core/random.ts";
import { printedBy } from "./printed.ts";
import type { Scale } from "./scale.ts";

const readPrinted = printedBy((value) => `ST,GS,+${value.padStart(9)} g`);
const NOISE_G = 0.004;
/** What a hand misses of what it aims at, at most; each time it tops up, so much of the miss is left. */
const MOST_MISS = 0.18;
const LEFT_OF_MISS = 0.12;

/** How far a hand misses on this job: always the same, mostly short. */
function missOf(code: string): number {
  return MOST_MISS * (0.4 - (numberOf(code, 11, 9_973) % 1_000) / 700);
}

/** A stand-in for a scale under a panel on which a hand lays what it aims at, g, and has topped up so many times. */
export function simulatedScale(
  code: string,
  aimG: number,
  topUps: number,
  random: () => number = Math.random,
): Scale {
  return {
    name: "Simulated scale",
    isSimulated: true,
    read: () =>
      readPrinted(
        Math.max(0, aimG * (1 + missOf(code) * LEFT_OF_MISS ** topUps) + NOISE_G * noise(random)),
        3,
      ),
  };
}
