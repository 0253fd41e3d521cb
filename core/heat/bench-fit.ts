import { z } from "zod";
import type { Family, Seam } from "../stack/family.ts";
import { bounded, boundedWhole, oneOf, uuid } from "../units.ts";
import type { HeatFitInput } from "./heat-fit.ts";
import { isTold } from "./identifiable.ts";
import { sinceCold, turnsOf, type Soak } from "./glue-line.ts";
import { interfaceNames } from "./heat-soak.ts";
import { heatDoubt, liftHeatInput, type LiftHeatSettings } from "./lift-heat.ts";
import { t } from "../../words/heat.ts";

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
  id: uuid(),
  jobCode: z.string().min(1).max(40),
  /** Where it was run; null where the stations have no numbers. */
  station: boundedWhole(1, 99).nullable().default(null),
  method: oneOf(fittedMethods),
  contact: fitted,
  airFilm: fitted,
  /** How unsure contact and air are together; fits of before did not tell. */
  doubt: heatDoubt.strict().nullable().default(null),
  rmsC: bounded(0, 200),
  /** Whether any of its readings came from a stand-in. */
  isSimulated: z.boolean().default(false),
  readings: bounded(1, 100_000),
});
export type BenchFit = z.output<typeof benchFit>;

/** A fit that may be kept: its readings tell contact and air. Those of before were kept as they were. */
export const fitToKeep = benchFit.superRefine((fit, context) => {
  for (const of of ["contact", "airFilm"] as const) {
    if (isTold(fit[of])) continue;
    const { lowWm2K, highWm2K } = fit[of];
    context.addIssue({
      code: "custom",
      path: [of],
      message: t("is-not-told-by-these-readings", { low: lowWm2K ?? "?", high: highWm2K ?? "?" }),
    });
  }
});

/** The fit of each method that a station goes by: its own newest, else the newest of any; a wire lies on the plate, so what is known of one serves the other. */
export type BenchFits = Partial<Record<FittedMethod, BenchFit & { keptAt: string }>>;

const LEAST_READINGS = 8;
const LEAST_SPAN_S = 30;
const LONGEST_RUN_S = 6 * 3_600;

/**
 * What was read of the glue line, as the input of heat-fit: on the heat and off it by turns as it really was, from the first soak
 * after the last pause in which the stack went cold. Null where there is too little of it, or where the method has no contact
 * that could be told.
 */
export function benchFitInput(
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  soaks: readonly Soak[],
  readings: readonly { atMs: number; valueC: number }[],
): HeatFitInput | null {
  const run = sinceCold(soaks);
  const startedMs = run[0]?.startedMs ?? Infinity;
  const within = readings
    .map(({ atMs, valueC }) => ({ timeS: (atMs - startedMs) / 1_000, temperatureC: valueC }))
    .filter(({ timeS }) => timeS >= 0 && timeS <= LONGEST_RUN_S);
  const last = Math.max(0, ...within.map(({ timeS }) => timeS));
  const first = Math.min(Infinity, ...within.map(({ timeS }) => timeS));
  if (!isFitted(settings.method.kind) || within.length < LEAST_READINGS || last - first < LEAST_SPAN_S)
    return null;
  const { layers, contacts, startC, phases } = liftHeatInput(family, seam, settings);
  const newest = run.at(-1)!;
  const sinceS = (ms: number) => last - (ms - startedMs) / 1_000;
  const seamIndex = family.stack.findIndex((layer) => layer.name === seam.layer);
  return {
    layers,
    contacts,
    startC,
    phases: turnsOf(
      phases,
      run,
      Math.max(0.1, sinceS(newest.stoppedMs ?? Infinity)),
      Math.max(0.1, sinceS(newest.startedMs)),
    ),
    // The thermocouple lies between the glue and what is above it, or somewhere within the glue.
    where: interfaceNames(layers)[seamIndex]!,
    probe: { placeUncertainUm: layers[seamIndex]!.thicknessUm },
    fit: ["plateContactWm2K", "airFilmWm2K"],
    readings: within,
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
    doubt: fit.doubt ?? {
      contactLogVar: logVariance(fit.contact),
      contactAirLogCov: 0,
      airLogVar: logVariance(fit.airFilm),
    },
  };
}

/** Where an interval is not bounded: as unsure as a factor of three. */
const UNBOUNDED_LOG_VAR = Math.log(3) ** 2;

/** What a 95 % interval says of the logarithm's variance. */
const logVariance = ({ lowWm2K, highWm2K }: BenchFit["contact"]): number =>
  lowWm2K === null || highWm2K === null || lowWm2K <= 0
    ? UNBOUNDED_LOG_VAR
    : (Math.log(highWm2K / lowWm2K) / (2 * 1.96)) ** 2;

/** The fit that is used for a method, or undefined. */
export const fitFor = (kind: string, fits: BenchFits): BenchFits[FittedMethod] =>
  kind === "plate" || kind === "wire"
    ? [fits.plate, fits.wire].sort((a, b) => (b?.keptAt ?? "").localeCompare(a?.keptAt ?? ""))[0]
    : kind === "mat"
      ? fits.mat
      : undefined;
