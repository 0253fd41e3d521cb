import { noise } from "../../core/random.ts";
import { standInTicks } from "./stand-in-clock.ts";
import { printedBy } from "./printed.ts";
import type { Thermometer } from "./thermometer.ts";

const readPrinted = printedBy((value) => `T1 ${value} C`);
/** A bead and a wire follow what they touch with this lag, s. Assumed. */
export const LAG_S = 3;
/** It reads so much too high, K: within what the tolerance of such wires allows. Assumed. */
export const OFFSET_K = 0.9;
const NOISE_K = 0.25;
const STEP_MS = 200;

/**
 * A stand-in for a thermocouple: it follows what the model says of what it touches, late by its lag, somewhat too high and with a little noise.
 * Time and chance come in, so that a test can hold both; `speed` is how many times as fast that time runs.
 */
export function simulatedThermocouple(
  touchedC: (nowMs: number) => number,
  now: () => number = Date.now,
  random: () => number = Math.random,
  speed = 1,
): Thermometer {
  const ticks = standInTicks(speed);
  return {
    name: "Simulated thermocouple",
    isSimulated: true,
    everyMs: ticks.everyMs,
    start(onReading) {
      // It lay where it lies before anybody joined it; what was longer ago it has forgotten.
      const remembersMs = 10_000 * LAG_S;
      let lastMs = now() - remembersMs;
      let beadC = touchedC(lastMs);
      const followTo = (atMs: number) => {
        lastMs = Math.max(lastMs, atMs - remembersMs);
        // By small steps, however fast the stand-in's time runs: what it touches changes meanwhile.
        while (lastMs < atMs) {
          const stepMs = Math.min(STEP_MS, atMs - lastMs);
          lastMs += stepMs;
          beadC += (touchedC(lastMs) - beadC) * (1 - Math.exp(-stepMs / 1_000 / LAG_S));
        }
      };
      return ticks.run(() => {
        const atMs = now();
        followTo(atMs);
        onReading({ atMs, valueC: readPrinted(beadC + OFFSET_K + NOISE_K * noise(random), 2) });
      });
    },
  };
}
