import type { Scene } from "../device/scene.ts";
import { calculateFilmAxis } from "./film-axis.ts";
import type { FilmSide } from "./films.ts";

/** The old film's axis from its readings, by film-axis, with its interval; null where they are too few. */
export function chooseAxis(
  { state }: Scene,
  film: FilmSide,
): { film: FilmSide; axisDeg: number; halfWidthDeg: number | null; from: "measured" } | null {
  const readings = state.film.readings[film] ?? [];
  if (readings.length < 4) return null;
  const { axisDeg, axisHalfWidth95Deg } = calculateFilmAxis({
    readings: readings.map(({ angleDeg, level }) => ({ angleDeg, level })),
  });
  return { film, axisDeg, halfWidthDeg: Math.min(90, axisHalfWidth95Deg), from: "measured" };
}
