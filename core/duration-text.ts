/** Seconds as a bench says them: 45 s, 2 min 10 s, 1 h 5 min. */
export function durationParts(seconds: number): { value: number; unit: string }[] {
  const whole = Math.round(Math.abs(seconds));
  if (whole < 60) return [{ value: whole, unit: "s" }];
  if (whole < 3_600) {
    const rest = whole % 60;
    return [{ value: Math.floor(whole / 60), unit: "min" }, ...(rest ? [{ value: rest, unit: "s" }] : [])];
  }
  const minutes = Math.round((whole % 3_600) / 60);
  return [
    { value: Math.floor(whole / 3_600), unit: "h" },
    ...(minutes ? [{ value: minutes, unit: "min" }] : []),
  ];
}

/**
 * Seconds as they are read out.
 *
 * @example
 * durationText(130) // "2 min 10 s"
 */
export const durationText = (seconds: number) =>
  durationParts(seconds)
    .map(({ value, unit }) => `${value} ${unit}`)
    .join(" ");
