import { noise, numberOf } from "../../core/random.ts";
import type { FilmSide } from "../../core/film/films.ts";
import { printedBy } from "./printed.ts";
import type { LightMeter } from "./light-meter.ts";

const readPrinted = printedBy((value) => `L ${value}`);
const MOST = 820;
const LEAST = 24;
/** Of what it reads, and of a lamp that flickers: share of the reading, and in its own unit. */
const NOISE_SHARE = 0.003;
const NOISE_FLOOR = 1;

/** A stand-in for a light meter behind a film whose axis is this: Malus's law with a little noise. Chance comes in, so that a test can hold it. */
export function simulatedLightMeter(axisDeg: number, random: () => number = Math.random): LightMeter {
  return {
    name: "Simulated light meter",
    isSimulated: true,
    read(angleDeg) {
      const along = Math.cos(((angleDeg - axisDeg) * Math.PI) / 180) ** 2;
      const level = LEAST + (MOST - LEAST) * along;
      return readPrinted(Math.max(0, level + noise(random) * (NOISE_FLOOR + NOISE_SHARE * level)), 1);
    },
  };
}

/** The axis that the stand-in has for a job's film: near one that is met often, always the same. */
export function simulatedAxisDeg(code: string, film: FilmSide): number {
  const mixed = numberOf(`${code} ${film}`, 7, 9_973);
  return ([45, 135, 90, 20][mixed % 4]! + ((mixed % 7) - 3) * 0.4 + 180) % 180;
}
