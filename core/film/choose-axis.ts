import type { Scene } from "../device/scene.ts";
import { calculateFilmAxis, filmAxisInput } from "./film-axis.ts";
import type { FilmSide } from "./films.ts";

/** The old film's axis from its readings, by film-axis, with its interval; null where they are too few or too close. */
export function chooseAxis(
  { state }: Scene,
  film: FilmSide,
): { film: FilmSide; axisDeg: number; halfWidthDeg: number | null; from: "measured" } | null {
  const readings = state.film.readings[film] ?? [];
  const input = { readings: readings.map(({ angleDeg, level }) => ({ angleDeg, level })) };
  if (!filmAxisInput.safeParse(input).success) return null;
  const { axisDeg, axisHalfWidth95Deg } = calculateFilmAxis(input);
  return { film, axisDeg, halfWidthDeg: Math.min(90, axisHalfWidth95Deg), from: "measured" };
}
