import type { Family, Seam } from "../stack/family.ts";
import { calculateHeatSoak } from "./heat-soak.ts";
import { liftHeatInput, type LiftHeatSettings } from "./lift-heat.ts";

/** A soak as it really was: from when, and until when (ms since 1970); null while it goes on. */
export interface Soak {
  startedMs: number;
  stoppedMs: number | null;
}

/** How long a soak that has no end yet is followed beyond what was meant, s. */
const BEYOND_S = 900;
const CURVE_POINTS = 400;

/**
 * What a thermocouple between the glue and what is above it is to read at a moment (ms since 1970), C: before the soak the
 * room, then the stack on the heat, then off it. Beyond what is followed the last value stands.
 */
export function glueLineAt(
  family: Family,
  seam: Pick<Seam, "layer"> & Seam,
  settings: LiftHeatSettings,
  soak: Soak | null,
): (nowMs: number) => number {
  if (!soak) return () => settings.roomC;
  const soakedS = soak.stoppedMs === null ? null : Math.max(0.1, (soak.stoppedMs - soak.startedMs) / 1_000);
  const { layers, contacts, startC, phases } = liftHeatInput(family, seam, settings);
  const [on, off] = phases as [(typeof phases)[number], (typeof phases)[number]];
  const followed =
    soakedS === null
      ? [{ ...on, durationS: settings.soakS + BEYOND_S }]
      : [
          { ...on, durationS: soakedS },
          { ...off, durationS: BEYOND_S },
        ];
  const totalS = followed.reduce((sum, phase) => sum + phase.durationS, 0);
  const { timesS, interfaces } = calculateHeatSoak(
    { layers, contacts, startC, phases: followed, outputEveryS: totalS / CURVE_POINTS },
    { cells: 24, longestStepS: 10 },
  );
  const face = interfaces[family.stack.findIndex((layer) => layer.name === seam.layer)]!.temperatureC;
  return (nowMs) => {
    const s = (nowMs - soak.startedMs) / 1_000;
    if (s <= 0) return startC;
    const after = timesS.findIndex((t) => t >= s);
    if (after <= 0) return face.at(-1)!;
    const share = (s - timesS[after - 1]!) / (timesS[after]! - timesS[after - 1]!);
    return face[after - 1]! + share * (face[after]! - face[after - 1]!);
  };
}
