import { numberOf } from "../random.ts";
import type { FilmSide } from "./films.ts";

/** The axis that the stand-ins have for a job's film: near one that is met often, always the same. */
export function simulatedAxisDeg(code: string, film: FilmSide): number {
  const mixed = numberOf(`${code} ${film}`, 7, 9_973);
  return ([45, 135, 90, 20][mixed % 4]! + ((mixed % 7) - 3) * 0.4 + 180) % 180;
}
