import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { EigenvalueDecomposition, inverse, Matrix } from "ml-matrix";
import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { interpolate } from "../interpolate.ts";
import { studentHalfWidth } from "../student.ts";
import { bounded, temperatureC, words } from "../units.ts";
import {
  calculateHeatSoak,
  heatSoakInput,
  interfaceNames,
  type HeatFace,
  type HeatSoakInput,
} from "./heat-soak.ts";
import { t } from "../../words/heat.ts";

const unknown = z.union(
  [
    z.enum(["plateContactWm2K", "airFilmWm2K"]),
    z.strictObject({
      /** The contact under this layer. */
      contactAfterLayer: words(80),
    }),
  ],
  { error: () => t("must-be-platecontactwm2k-airfilmwm2k") },
);
type Unknown = z.output<typeof unknown>;

const MOST_READINGS = 5_000;
/** So many readings more than unknowns, or the scatter cannot be told. */
const SPARE_READINGS = 3;

const facesWithin = (input: Pick<HeatSoakInput, "phases">): HeatFace[] =>
  input.phases.flatMap(({ top, bottom }) => [top, bottom]);

const nameOf = (what: Unknown): string =>
  typeof what === "string" ? what : `contact under ${what.contactAfterLayer}`;

/** Where the input says a value to begin with. */
function startOf(input: HeatSoakInput, what: Unknown): number | undefined {
  if (typeof what !== "string") {
    return input.contacts?.find((contact) => contact.afterLayer === what.contactAfterLayer)?.conductanceWm2K;
  }
  const faces = facesWithin(input);
  if (what === "plateContactWm2K") {
    return faces.flatMap((face) => (face.kind === "plate" ? [face.contactWm2K] : [])).find((c) => c > 0);
  }
  return faces.flatMap((face) => (face.kind === "air" ? [face.filmWm2K] : [])).find((f) => f > 0);
}

export const heatFitInput = heatSoakInput
  .safeExtend({
    readings: z
      .array(z.strictObject({ timeS: bounded(0, 604_800), temperatureC: temperatureC() }))
      .min(4)
      .max(MOST_READINGS),
    where: words(200),
    fit: z.array(unknown).min(1).max(4),
  })
  .superRefine((input, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const faces = interfaceNames(input.layers);
    if (!faces.includes(input.where)) {
      fault(["where"], t("is-not-one-of-the-faces", { where: input.where, faces: faces.join(", ") }));
    }
    const totalS = input.phases.reduce((sum, phase) => sum + phase.durationS, 0);
    input.readings.forEach(({ timeS }, i) => {
      if (timeS > totalS) {
        fault(["readings", i, "timeS"], t("must-be-within-the-phases-which-last", { timeS, totalS }));
      }
    });
    input.fit.forEach((what, i) => {
      if (startOf(input, what) === undefined) {
        fault(["fit", i], t("stands-nowhere-in-the-input-so-it", { nameOf: nameOf(what) }));
      }
      if (input.fit.findIndex((other) => nameOf(other) === nameOf(what)) !== i) {
        fault(["fit", i], t("stands-twice", { nameOf: nameOf(what) }));
      }
    });
    if (input.readings.length < input.fit.length + SPARE_READINGS) {
      fault(
        ["readings"],
        t("readings-unknowns-must-have-at-least", {
          readings: input.readings.length,
          fit: input.fit.length,
          length3: input.fit.length + SPARE_READINGS,
        }),
      );
    }
  });
export type HeatFitInput = z.input<typeof heatFitInput>;

export const heatFitResult = z.strictObject({
  values: z.array(
    z.strictObject({
      name: z.string(),
      valueWm2K: z.number(),
      /** Ends of the 95 % interval; null where the readings do not bound it. */
      lowWm2K: z.number().nullable(),
      highWm2K: z.number().nullable(),
    }),
  ),
  rmsC: z.number(),
  curve: z.strictObject({ timesS: z.array(z.number()), temperatureC: z.array(z.number()) }),
  /** Whether the readings tell every unknown to within a factor of three. */
  identifiable: z.boolean(),
  iterations: z.number(),
});
export type HeatFit = z.output<typeof heatFitResult>;

const SHARE = 0.95;
const WIDEST_LOG = Math.log(3);
/** Conductances are looked for between these, W/(m2 K). */
const LOG_BOUNDS = [Math.log(0.05), Math.log(1e6)] as const;
/** Step of the numerical derivative, in the logarithm: one in a hundred. */
const LOG_STEP = 0.01;
const CURVE_POINTS = 160;
/** The method doubles its figures at each step near the end: more change nothing that could be seen. */
const MOST_ITERATIONS = 12;

/** The input with its unknowns at these values. */
function withValues(input: HeatSoakInput, fit: readonly Unknown[], values: readonly number[]): HeatSoakInput {
  const at = (name: string) => values[fit.findIndex((what) => what === name)];
  const contact = at("plateContactWm2K");
  const film = at("airFilmWm2K");
  const face = (f: HeatFace): HeatFace =>
    f.kind === "plate" && contact !== undefined
      ? { ...f, contactWm2K: contact }
      : f.kind === "air" && film !== undefined && f.filmWm2K > 0
        ? { ...f, filmWm2K: film }
        : f;
  return {
    ...input,
    contacts: input.contacts?.map((entry) => {
      const i = fit.findIndex(
        (what) => typeof what !== "string" && what.contactAfterLayer === entry.afterLayer,
      );
      return i < 0 ? entry : { ...entry, conductanceWm2K: values[i]! };
    }),
    phases: input.phases.map((phase) => ({ ...phase, top: face(phase.top), bottom: face(phase.bottom) })),
  };
}

/**
 * Makes the heat model this bench's own: finds the contact of its plate, the film of its air or a poor contact in the stack,
 * from readings of one face.
 *
 * Least squares by Levenberg-Marquardt in the logarithms of the conductances, so that none becomes negative. The 95 % interval is
 * that of the linearised problem, t times the standard error, again in the logarithm. Times in s, temperatures in C,
 * conductances in W/(m2 K). An unknown whose interval is wider than a factor of three either way is not told by these readings.
 * Sources: Levenberg 1944, Marquardt 1963 (by the ml-levenberg-marquardt package); Bates & Watts, *Nonlinear Regression
 * Analysis*, chapter 2, for the interval.
 */
export function calculateHeatFit(input: HeatFitInput): HeatFit {
  const { readings, where, fit, ...rest } = input;
  const totalS = rest.phases.reduce((sum, phase) => sum + phase.durationS, 0);
  const soak: HeatSoakInput = {
    ...rest,
    target: undefined,
    limits: undefined,
    outputEveryS: totalS / CURVE_POINTS,
  };
  const face = interfaceNames(rest.layers).indexOf(where);
  const curveAt = (logs: readonly number[]) => {
    const { timesS, interfaces } = calculateHeatSoak(withValues(soak, fit, logs.map(Math.exp)), {
      cells: 24,
      longestStepS: totalS / 100,
    });
    return { timesS, temperatureC: interfaces[face]!.temperatureC };
  };
  const model = (logs: number[]) => {
    const { timesS, temperatureC: modelC } = curveAt(logs);
    return (timeS: number) => interpolate(timesS, modelC, timeS);
  };
  const x = readings.map((reading) => reading.timeS);
  const y = readings.map((reading) => reading.temperatureC);
  const { parameterValues, iterations } = levenbergMarquardt({ x, y }, model, {
    initialValues: fit.map((what) => Math.log(startOf(rest, what)!)),
    minValues: fit.map(() => LOG_BOUNDS[0]),
    maxValues: fit.map(() => LOG_BOUNDS[1]),
    gradientDifference: LOG_STEP,
    improvementThreshold: 1e-4,
    maxIterations: MOST_ITERATIONS,
    errorTolerance: 1e-12,
  });
  const logs = Array.from(parameterValues);
  const best = model(logs);
  const squares = x.reduce((sum, timeS, i) => sum + (y[i]! - best(timeS)) ** 2, 0);
  const freedom = x.length - fit.length;
  const columns = logs.map((_, p) => {
    const moved = (by: number) => model(logs.map((value, i) => (i === p ? value + by : value)));
    const [up, down] = [moved(LOG_STEP), moved(-LOG_STEP)];
    return x.map((timeS) => (up(timeS) - down(timeS)) / (2 * LOG_STEP));
  });
  const jacobian = new Matrix(columns).transpose();
  const normal = jacobian.transpose().mmul(jacobian);
  const eigenvalues = new EigenvalueDecomposition(normal).realEigenvalues;
  const isRegular = Math.min(...eigenvalues) > 1e-10 * Math.max(...eigenvalues, Number.MIN_VALUE);
  const t = studentHalfWidth(SHARE, freedom);
  const halves = isRegular
    ? inverse(normal)
        .diagonal()
        .map((variance) => t * Math.sqrt((Math.max(0, variance) * squares) / freedom))
    : logs.map(() => Infinity);
  const isBounded = (half: number) => Number.isFinite(half) && half < 10;
  return {
    values: logs.map((log, i) => ({
      name: nameOf(fit[i]!),
      valueWm2K: Math.exp(log),
      lowWm2K: isBounded(halves[i]!) ? Math.exp(log - halves[i]!) : null,
      highWm2K: isBounded(halves[i]!) ? Math.exp(log + halves[i]!) : null,
    })),
    rmsC: Math.sqrt(squares / x.length),
    curve: curveAt(logs),
    identifiable: halves.every((half) => half < WIDEST_LOG),
    iterations,
  };
}

export const heatFit = defineCalculation({
  name: "heat-fit",
  purpose: "This bench's own plate contact and air, from readings of one face, with how sure they are.",
  input: heatFitInput,
  result: heatFitResult,
  calculate: calculateHeatFit,
});
