import { noise } from "./noise.ts";
import type { Thermometer } from "./thermometer.ts";

/** How often it reads, ms of its own time; and never more often than this in the server's. */
const EVERY_MS = 1_000;
const LEAST_MS = 100;
/** A bead and a wire follow what they touch with this lag, s. Assumed. */
export const LAG_S = 2;
const NOISE_K = 0.25;

/**
 * A stand-in for a thermocouple: it follows what the model says of the glue line, late by its lag and with a little noise.
 * Time and chance come in, so that a test can hold both; `speed` is how many times as fast that time runs.
 */
export function simulatedThermocouple(
  glueLineC: (nowMs: number) => number,
  now: () => number = Date.now,
  random: () => number = Math.random,
  speed = 1,
): Thermometer {
  const realEveryMs = Math.max(LEAST_MS, EVERY_MS / speed);
  return {
    name: "Simulated thermocouple",
    isSimulated: true,
    everyMs: realEveryMs * speed,
    start(onReading) {
      let beadC = glueLineC(now());
      let lastMs = now();
      const read = () => {
        const atMs = now();
        beadC += (glueLineC(atMs) - beadC) * (1 - Math.exp(-(atMs - lastMs) / 1_000 / LAG_S));
        lastMs = atMs;
        onReading({ atMs, valueC: Number((beadC + NOISE_K * noise(random)).toFixed(2)) });
      };
      read();
      const ticking = setInterval(read, realEveryMs);
      return () => clearInterval(ticking);
    },
  };
}
