import { calculateLampLife, lampLifeInput, type LampLife } from "./lamp-life.ts";

/** A lamp is replaced when it has fallen to this share of what it first gave. Common practice, no source. */
const LEAST_SHARE = 0.5;

/** How the shop's lamp ages; null while its readings are too few, or all of one hour. */
export function shopLamp(readings: readonly { hours: number; irradianceMwCm2: number }[]): LampLife | null {
  const usable = readings.filter(({ irradianceMwCm2 }) => irradianceMwCm2 > 0);
  const input = { readings: usable, lowestUsefulMwCm2: 1 };
  if (!lampLifeInput.safeParse(input).success) return null;
  const first = calculateLampLife(input);
  return calculateLampLife({ ...input, lowestUsefulMwCm2: LEAST_SHARE * first.newMwCm2 });
}
