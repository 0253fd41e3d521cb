import { noise } from "../../core/random.ts";
import { printedBy } from "./printed.ts";
import type { LightMeter } from "./light-meter.ts";

const readPrinted = printedBy((value) => `L ${value}`);
const MOST = 820;
const LEAST = 24;
/** Of what it reads, and of a lamp that flickers: share of the reading, and in its own unit. */
const NOISE_SHARE = 0.003;
const NOISE_FLOOR = 1;

/** Its lamp grows and fades as one that warms up does: by so much of its light, once up and down in so long. */
const FADES_SHARE = 0.06;
const FADES_MS = 20 * 60_000;

/**
 * A stand-in for a light meter behind a film whose axis is this: Malus's law under a lamp that is not steady, with a little noise. Chance and
 * the clock come in, so that a test can hold them.
 */
export function simulatedLightMeter(
  axisDeg: number,
  random: () => number = Math.random,
  now: () => number = Date.now,
): LightMeter {
  return {
    name: "Simulated light meter",
    isSimulated: true,
    read(angleDeg) {
      const along = Math.cos(((angleDeg - axisDeg) * Math.PI) / 180) ** 2;
      const lamp = 1 + FADES_SHARE * Math.sin((2 * Math.PI * now()) / FADES_MS);
      const level = lamp * (LEAST + (MOST - LEAST) * along);
      return readPrinted(Math.max(0, level + noise(random) * (NOISE_FLOOR + NOISE_SHARE * level)), 1);
    },
  };
}
