import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { WIDEST_FIT_LOG } from "./identifiable.ts";
import { EigenvalueDecomposition, inverse, Matrix } from "ml-matrix";
import { z } from "zod";
import { usual } from "../usual.ts";
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
const MOST_LAG_S = 6;
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
    /** The bead lies on a face of the stack, or this share of its thickness down within a layer. */
    where: z.union([words(200), z.strictObject({ layer: words(80), share: bounded(0, 1) })], {
      error: () => t("must-be-a-face-or-a-layer-with-a-share"),
    }),
    fit: z.array(unknown).min(1).max(4),
    /** How the thermocouple itself errs. */
    probe: usual(
      z.strictObject({
        /** It follows what it touches so late, s; found with the rest where it is not given. */
        lagS: usual(
          z.union([bounded(0, MOST_LAG_S), z.literal("fit")]),
          "fit",
          "the thermocouple lags 0 to 6 s, found with the rest: from memory",
        ),
        /** It reads so much too high, K; found with the rest where it is not given. */
        offsetC: usual(
          z.union([bounded(-10, 10), z.literal("fit")]),
          "fit",
          "the thermocouple is off by about 1 °C, found with the rest: from memory",
        ),
        /** It lies this much deeper or higher than it was meant to, one standard deviation, µm. */
        placeUncertainUm: usual(bounded(0, 5_000), 0, "the thermocouple lies just where it was meant to"),
      }),
      { lagS: "fit", offsetC: "fit", placeUncertainUm: 0 },
      "the thermocouple lags 0 to 6 s and is off by about 1 °C, both found with the rest, and lies where it was meant to: from memory",
    ),
  })
  .superRefine((input, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const faces = interfaceNames(input.layers);
    const { where } = input;
    if (typeof where === "string" && !faces.includes(where)) {
      fault(["where"], t("is-not-one-of-the-faces", { where, faces: faces.join(", ") }));
    }
    if (typeof where !== "string" && !input.layers.some(({ name }) => name === where.layer)) {
      const names = input.layers.map(({ name }) => name).join(", ");
      fault(["where", "layer"], t("is-not-one-of-the-layers", { name: where.layer, names }));
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
  /** What was found of the thermocouple, or was given: how late it follows, how much too high it reads, and how far off its place it lies. */
  probe: z.strictObject({ lagS: z.number(), offsetC: z.number(), placeUm: z.number() }),
  /** Of the logarithms of the values, row by row, in their order: how their errors hang together. Null where the readings do not bound them. */
  covariance: z.array(z.array(z.number())).nullable(),
  /** How far the next reading's error repeats the last one's, -1 to 1: near 0 where nothing but chance is left. */
  autocorrelation: z.number(),
  /** What speaks against the fit, each in a sentence. */
  warnings: z.array(z.string()),
  rmsC: z.number(),
  /** What the thermocouple would read by the fit. */
  curve: z.strictObject({ timesS: z.array(z.number()), temperatureC: z.array(z.number()) }),
  /** Whether the readings tell every unknown to within a factor of three. */
  identifiable: z.boolean(),
  iterations: z.number(),
});
export type HeatFit = z.output<typeof heatFitResult>;

const SHARE = 0.95;
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

type Course = ReturnType<typeof calculateHeatSoak>;

/** Layers, each with the depths of its faces from the top, mm. */
function depthsOf(layers: HeatSoakInput["layers"]) {
  let topMm = 0;
  return layers.map(({ name, thicknessUm }) => {
    const layer = { name, topMm, bottomMm: topMm + thicknessUm / 1_000 };
    topMm = layer.bottomMm;
    return layer;
  });
}

/** How deep a place lies, mm. */
function depthOf(layers: HeatSoakInput["layers"], where: HeatFitInput["where"]): number {
  const depths = depthsOf(layers);
  if (typeof where !== "string") {
    const { topMm, bottomMm } = depths.find(({ name }) => name === where.layer)!;
    return topMm + where.share * (bottomMm - topMm);
  }
  const face = interfaceNames(layers).indexOf(where);
  return face === 0 ? 0 : depths[face - 1]!.bottomMm;
}

/** The course at a depth: between the two faces of the layer that it lies in, along a straight line. */
function courseAt(layers: HeatSoakInput["layers"], { interfaces }: Course, depthMm: number): number[] {
  const depths = depthsOf(layers);
  const within = Math.min(Math.max(depthMm, 0), depths.at(-1)!.bottomMm);
  const l = Math.max(
    0,
    depths.findIndex(({ bottomMm }) => within <= bottomMm),
  );
  const { topMm, bottomMm } = depths[l]!;
  const share = (within - topMm) / (bottomMm - topMm);
  const above = interfaces[l]!.belowC ?? interfaces[l]!.temperatureC;
  const below = interfaces[l + 1]!.temperatureC;
  return above.map((aboveC, i) => aboveC + share * (below[i]! - aboveC));
}

/** What follows a course late, exactly where that runs straight from point to point. */
function following(timesS: readonly number[], courseC: readonly number[], lagS: number): number[] {
  if (lagS < 1e-3) return [...courseC];
  const told = [courseC[0]!];
  for (let i = 1; i < timesS.length; i += 1) {
    const stepS = timesS[i]! - timesS[i - 1]!;
    const slope = stepS > 0 ? (courseC[i]! - courseC[i - 1]!) / stepS : 0;
    const behind = told[i - 1]! - courseC[i - 1]! + slope * lagS;
    told.push(courseC[i]! - slope * lagS + behind * Math.exp(-stepS / lagS));
  }
  return told;
}

/** What is known of a thermocouple before it is read. Assumed: handbook tolerance of a type K of class 1 is 1.5 K at most, from memory. */
const LAG_BEFORE = { meanS: MOST_LAG_S / 2, sdS: MOST_LAG_S / 2 };
const OFFSET_SD_C = 1.1;
/** Steps of the numerical derivative. */
const LAG_STEP_S = 0.05;
const OFFSET_STEP_C = 0.05;
/** A scatter is never taken for smaller than a display resolves, K. */
const LEAST_SCATTER_C = 0.02;
const FIRST_SCATTER_C = 0.5;
/** From here on a row of errors that repeat one another is more than chance. */
const REPEATS = 0.35;

/** One unknown besides the conductances, with what is known of it before. */
interface Nuisance {
  name: "lagS" | "offsetC" | "placeUm";
  mean: number;
  sd: number;
  least: number;
  most: number;
  step: number;
}

/** How far each of a row repeats the one before. */
function repeats(row: readonly number[]): number {
  const mean = row.reduce((sum, r) => sum + r, 0) / row.length;
  let [squares, products] = [0, 0];
  row.forEach((r, i) => {
    squares += (r - mean) ** 2;
    if (i > 0) products += (r - mean) * (row[i - 1]! - mean);
  });
  return squares > 0 ? products / squares : 0;
}

/**
 * Makes the heat model this bench's own: finds the contact of its plate, the film of its air or a poor contact in the stack,
 * from readings of one place by a thermocouple that follows late, reads too high or low, and lies not quite where it was meant to.
 *
 * Least squares by Levenberg-Marquardt in the logarithms of the conductances, so that none becomes negative; the thermocouple's own errors are
 * found with them, held by what is known of thermocouples before (its lag about 3 s and from 0 to 6, its offset 0 with a standard deviation of
 * 1.1 K, its place as it is told). The 95 % interval is that of the linearised problem with all of them in it, t times the standard error, again
 * in the logarithm; where errors repeat one another it is widened as if there were as many fewer readings. Times in s, temperatures in C,
 * conductances in W/(m2 K). An unknown whose interval is wider than a factor of three either way is not told by these readings.
 * Sources: Levenberg 1944, Marquardt 1963 (by the ml-levenberg-marquardt package); Bates & Watts, *Nonlinear Regression
 * Analysis*, chapter 2, for the interval; Gelman et al., *Bayesian Data Analysis*, for what is known before as further observations; the
 * effective number of an autocorrelated row n (1 - r) / (1 + r), Bayley & Hammersley 1946 (from memory).
 */
export function calculateHeatFit(input: HeatFitInput): HeatFit {
  const { readings, where, fit, probe, ...rest } = heatFitInput.parse(input);
  const totalS = rest.phases.reduce((sum, phase) => sum + phase.durationS, 0);
  const soak: HeatSoakInput = {
    ...rest,
    target: undefined,
    limits: undefined,
    outputEveryS: totalS / CURVE_POINTS,
  };
  const depthMm = depthOf(rest.layers, where);
  const nuisances: Nuisance[] = [
    ...(probe.lagS === "fit"
      ? [
          {
            name: "lagS" as const,
            mean: LAG_BEFORE.meanS,
            sd: LAG_BEFORE.sdS,
            least: 0,
            most: MOST_LAG_S,
            step: LAG_STEP_S,
          },
        ]
      : []),
    ...(probe.offsetC === "fit"
      ? [{ name: "offsetC" as const, mean: 0, sd: OFFSET_SD_C, least: -10, most: 10, step: OFFSET_STEP_C }]
      : []),
    ...(probe.placeUncertainUm > 0
      ? [
          {
            name: "placeUm" as const,
            mean: 0,
            sd: probe.placeUncertainUm,
            least: -4 * probe.placeUncertainUm,
            most: 4 * probe.placeUncertainUm,
            step: 0.1 * probe.placeUncertainUm,
          },
        ]
      : []),
  ];
  const steps = [...fit.map(() => LOG_STEP), ...nuisances.map(({ step }) => step)];
  let marched: { key: string; course: Course } | null = null;
  /** Only other conductances want the heat marched through the stack anew. */
  const courseOf = (logs: readonly number[]): Course => {
    const key = logs.join(" ");
    if (marched?.key !== key) {
      const course = calculateHeatSoak(withValues(soak, fit, logs.map(Math.exp)), {
        cells: 24,
        longestStepS: totalS / 100,
      });
      marched = { key, course };
    }
    return marched.course;
  };
  const probeAt = (unknowns: readonly number[]): HeatFit["probe"] => {
    const found = { lagS: 0, offsetC: 0, placeUm: 0 };
    if (probe.lagS !== "fit") found.lagS = probe.lagS;
    if (probe.offsetC !== "fit") found.offsetC = probe.offsetC;
    nuisances.forEach(({ name }, i) => (found[name] = unknowns[fit.length + i]!));
    return found;
  };
  const curveAt = (unknowns: readonly number[]) => {
    const course = courseOf(unknowns.slice(0, fit.length));
    const { lagS, offsetC, placeUm } = probeAt(unknowns);
    const touchedC = courseAt(rest.layers, course, depthMm + placeUm / 1_000);
    const toldC = following(course.timesS, touchedC, lagS);
    return { timesS: course.timesS, temperatureC: toldC.map((c) => c + offsetC) };
  };
  const [times, told] = [
    readings.map(({ timeS }) => timeS),
    readings.map(({ temperatureC }) => temperatureC),
  ];
  const many = times.length;
  const readAt = (unknowns: readonly number[]) => {
    const { timesS, temperatureC } = curveAt(unknowns);
    return times.map((timeS) => interpolate(timesS, temperatureC, timeS));
  };
  /** What is known before stands behind the readings as one more each, as sure beside them as they scatter. */
  const fitted = (from: readonly number[], scatterC: number) =>
    levenbergMarquardt(
      {
        x: [...times, ...nuisances].map((_, i) => i),
        y: [...told, ...nuisances.map(({ mean, sd }) => (mean / sd) * scatterC)],
      },
      (unknowns: number[]) => {
        const read = readAt(unknowns);
        return (i: number) =>
          i < many ? read[i]! : (unknowns[fit.length + i - many]! / nuisances[i - many]!.sd) * scatterC;
      },
      {
        initialValues: [...from],
        minValues: [...fit.map(() => LOG_BOUNDS[0]), ...nuisances.map(({ least }) => least)],
        maxValues: [...fit.map(() => LOG_BOUNDS[1]), ...nuisances.map(({ most }) => most)],
        gradientDifference: steps,
        improvementThreshold: 1e-4,
        maxIterations: MOST_ITERATIONS,
        errorTolerance: 1e-12,
      },
    );
  const wrongBy = (unknowns: readonly number[]) => readAt(unknowns).map((c, i) => told[i]! - c);
  const scatterOf = (errors: readonly number[]) =>
    Math.max(
      LEAST_SCATTER_C,
      Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / Math.max(1, many - steps.length)),
    );
  /** So many readings that tell something of their own, as a share of all. */
  const ownShare = (r: number) => (1 - Math.max(0, r)) / (1 + Math.max(0, r));

  const begin = [...fit.map((what) => Math.log(startOf(rest, what)!)), ...nuisances.map(({ mean }) => mean)];
  const first = Array.from(fitted(begin, FIRST_SCATTER_C).parameterValues);
  const firstErrors = wrongBy(first);
  const firstShare = ownShare(repeats(firstErrors));
  const { parameterValues, iterations } = fitted(first, scatterOf(firstErrors) / Math.sqrt(firstShare));
  const unknowns = Array.from(parameterValues);
  const errors = wrongBy(unknowns);
  const autocorrelation = repeats(errors);
  const share = ownShare(autocorrelation);
  const scatterC = scatterOf(errors) / Math.sqrt(share);
  const columns = unknowns.map((_, p) => {
    const moved = (by: number) => readAt(unknowns.map((value, i) => (i === p ? value + by : value)));
    const [up, down] = [moved(steps[p]!), moved(-steps[p]!)];
    const before = nuisances.map(({ sd }, i) => (fit.length + i === p ? scatterC / sd : 0));
    return [...up.map((c, i) => (c - down[i]!) / (2 * steps[p]!)), ...before];
  });
  const jacobian = new Matrix(columns).transpose();
  // In units of their own steps, so that seconds and logarithms may be compared.
  const scaled = jacobian.mmul(Matrix.diag(steps));
  const normal = scaled.transpose().mmul(scaled);
  const eigenvalues = new EigenvalueDecomposition(normal).realEigenvalues;
  const isRegular = Math.min(...eigenvalues) > 1e-10 * Math.max(...eigenvalues, Number.MIN_VALUE);
  const scatter2 = scatterC ** 2;
  const inverted = isRegular ? inverse(normal) : null;
  const covariance =
    inverted && fit.map((_, p) => fit.map((__, q) => inverted.get(p, q) * steps[p]! * steps[q]! * scatter2));
  const freedom = Math.max(3, many * share - steps.length);
  const half = studentHalfWidth(SHARE, freedom);
  const halves = fit.map((_, p) =>
    covariance ? half * Math.sqrt(Math.max(0, covariance[p]![p]!)) : Infinity,
  );
  const isBounded = (width: number) => Number.isFinite(width) && width < 10;
  const probeFound = probeAt(unknowns);
  return {
    values: fit.map((what, i) => ({
      name: nameOf(what),
      valueWm2K: Math.exp(unknowns[i]!),
      lowWm2K: isBounded(halves[i]!) ? Math.exp(unknowns[i]! - halves[i]!) : null,
      highWm2K: isBounded(halves[i]!) ? Math.exp(unknowns[i]! + halves[i]!) : null,
    })),
    probe: probeFound,
    covariance,
    autocorrelation,
    warnings: [
      ...(autocorrelation > Math.max(REPEATS, 2 / Math.sqrt(many)) ? [t("errors-repeat-one-another")] : []),
      ...(probe.lagS === "fit" && probeFound.lagS > 0.98 * MOST_LAG_S
        ? [t("thermocouple-follows-later-than", { mostLagS: MOST_LAG_S })]
        : []),
      ...(probe.offsetC === "fit" && Math.abs(probeFound.offsetC) > 2 * OFFSET_SD_C
        ? [t("thermocouple-reads-off-by", { offsetC: probeFound.offsetC.toFixed(1) })]
        : []),
    ],
    rmsC: Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / many),
    curve: curveAt(unknowns),
    identifiable: halves.every((width) => width < WIDEST_FIT_LOG),
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
