import { noise } from "../../core/random.ts";
import { printedBy } from "./printed.ts";
import type { Radiometer } from "./radiometer.ts";

const readPrinted = printedBy((value) => `E ${value} mW/cm2 OK`);
const NOISE_SHARE = 0.012;

/** A stand-in for a radiometer under a lamp that gives this much, mW/cm². */
export function simulatedRadiometer(lampMwCm2: number, random: () => number = Math.random): Radiometer {
  return {
    name: "Simulated radiometer",
    isSimulated: true,
    read: () => readPrinted(lampMwCm2 * (1 + NOISE_SHARE * noise(random)), 1),
  };
}
