import { calculateFilmAxis, filmAxisInput, type FilmAxis } from "./film-axis.ts";
import type { AxisReading } from "./film-slot.ts";
import { isSwept } from "./swept.ts";

/**
 * What the readings of a film tell of its axis; null while they are too few or too close. What a camera swept stands beside the bare panel
 * frame by frame: no lamp drifts in it.
 *
 * @example
 * measuredAxis([{ angleDeg: 0, level: 1, source: "hand" }]) // null
 */
export function measuredAxis(readings: readonly AxisReading[]): FilmAxis | null {
  const plain = readings.map(({ angleDeg, level }) => ({ angleDeg, level }));
  const asked = filmAxisInput.safeParse({
    readings: plain,
    ...(readings.some(({ source }) => isSwept(source)) ? { drift: "none" } : {}),
  });
  return asked.success ? calculateFilmAxis(asked.data) : null;
}
