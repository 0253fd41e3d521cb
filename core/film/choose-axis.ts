import type { Scene } from "../device/scene.ts";
import { measuredAxis } from "./measured-axis.ts";
import type { FilmSide } from "./films.ts";

/** The old film's axis from its readings, by film-axis, with its interval; null where they are too few or too close. */
export function chooseAxis(
  { state }: Scene,
  film: FilmSide,
): { film: FilmSide; axisDeg: number; halfWidthDeg: number | null; from: "measured" } | null {
  const measured = measuredAxis(state.film.readings[film] ?? []);
  if (!measured) return null;
  const { axisDeg, axisHalfWidth95Deg } = measured;
  return { film, axisDeg, halfWidthDeg: Math.min(90, axisHalfWidth95Deg), from: "measured" };
}
