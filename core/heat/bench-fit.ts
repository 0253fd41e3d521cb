import { z } from "zod";
import type { Family, Seam } from "../stack/family.ts";
import { bounded } from "../units.ts";
import type { HeatFitInput } from "./heat-fit.ts";
import { interfaceNames } from "./heat-soak.ts";
import { liftHeatInput, type LiftHeatSettings } from "./lift-heat.ts";

/** Methods whose contact with the stack can be told from readings. */
const fittedMethods = ["plate", "mat", "wire"] as const;
export type FittedMethod = (typeof fittedMethods)[number];
export const isFitted = (kind: string): kind is FittedMethod =>
  (fittedMethods as readonly string[]).includes(kind);

const fitted = z.strictObject({
  valueWm2K: bounded(0.01, 1e7),
  lowWm2K: bounded(0, 1e9).nullable(),
  highWm2K: bounded(0, 1e9).nullable(),
});

/** What a run has told of this bench: its contact and its air, with their 95 % intervals. */
export const benchFit = z.strictObject({
  id: z.uuid({ error: "must be a UUID" }),
  jobCode: z.string().min(1).max(40),
  method: z.enum(fittedMethods, { error: `must be one of ${fittedMethods.join(", ")}` }),
  contact: fitted,
  airFilm: fitted,
  rmsC: bounded(0, 200),
  readings: bounded(1, 100_000),
});
export type BenchFit = z.output<typeof benchFit>;

/** The newest fit of each method; a wire lies on the plate, so what is known of one serves the other. */
export type BenchFits = Partial<Record<FittedMethod, BenchFit & { keptAt: string }>>;

const LEAST_READINGS = 8;
const LEAST_SPAN_S = 30;

/**
 * A run of the glue line as the input of heat-fit: so long on the heat as it really was, then off it. Null where there is too
 * little of it, or where the method has no contact that could be told.
 */
export function benchFitInput(
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  soakedS: number,
  readings: readonly { atS: number; valueC: number }[],
): HeatFitInput | null {
  const within = readings.filter(({ atS }) => atS >= 0 && atS <= 6 * 3_600);
  const last = Math.max(0, ...within.map(({ atS }) => atS));
  const first = Math.min(Infinity, ...within.map(({ atS }) => atS));
  if (!isFitted(settings.method.kind) || within.length < LEAST_READINGS || last - first < LEAST_SPAN_S)
    return null;
  const { layers, contacts, startC, phases } = liftHeatInput(family, seam, settings);
  const [soak, cut] = phases as [(typeof phases)[number], (typeof phases)[number]];
  const seamIndex = family.stack.findIndex((layer) => layer.name === seam.layer);
  return {
    layers,
    contacts,
    startC,
    phases: [
      { ...soak, durationS: Math.max(1, Math.min(soakedS, last)) },
      ...(last > soakedS ? [{ ...cut, durationS: last - soakedS }] : []),
    ],
    // The thermocouple lies between the glue and what is above it.
    where: interfaceNames(layers)[seamIndex]!,
    fit: ["plateContactWm2K", "airFilmWm2K"],
    readings: within.map(({ atS, valueC }) => ({ timeS: atS, temperatureC: valueC })),
  };
}

/** Settings with what this bench has measured instead of what is assumed. */
export function withBench<Settings extends Omit<LiftHeatSettings, "soakS">>(
  settings: Settings,
  fits: BenchFits,
): Settings {
  const { method } = settings;
  const fit = fitFor(method.kind, fits);
  if (!fit || !("contactWm2K" in method)) return settings;
  return {
    ...settings,
    method: { ...method, contactWm2K: fit.contact.valueWm2K },
    airFilmWm2K: fit.airFilm.valueWm2K,
  };
}

/** The fit that a method is reckoned with, or undefined. */
export const fitFor = (kind: string, fits: BenchFits): BenchFits[FittedMethod] =>
  kind === "plate" || kind === "wire"
    ? [fits.plate, fits.wire].sort((a, b) => (b?.keptAt ?? "").localeCompare(a?.keptAt ?? ""))[0]
    : kind === "mat"
      ? fits.mat
      : undefined;
