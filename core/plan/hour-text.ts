/**
 * An hour of the day as it is written.
 *
 * @example
 * hourText(12.5) // "12:30"
 */
export const hourText = (hour: number): string =>
  `${Math.floor(hour)}:${String(Math.round(60 * (hour % 1))).padStart(2, "0")}`;
