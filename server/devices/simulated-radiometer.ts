import { noise } from "../../core/random.ts";
import type { Radiometer } from "./radiometer.ts";

const NOISE_SHARE = 0.012;

/** A stand-in for a radiometer under a lamp that gives this much, mW/cm². */
export function simulatedRadiometer(lampMwCm2: number, random: () => number = Math.random): Radiometer {
  return {
    name: "Simulated radiometer",
    isSimulated: true,
    read: () => Number((lampMwCm2 * (1 + NOISE_SHARE * noise(random))).toFixed(1)),
  };
}
