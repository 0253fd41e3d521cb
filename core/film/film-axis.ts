import { z } from "zod";
import { usual } from "../usual.ts";
import { foldDeg } from "./axis-angle.ts";
import { defineCalculation } from "../calculation.ts";
import { studentHalfWidth } from "../student.ts";
import { bounded } from "../units.ts";
import { t } from "../../words/film.ts";

export const LEAST_READINGS = 4;
const LEAST_SPAN_DEG = 60;
/** Mean, two components, and the drift. */
const DRIFTING_UNKNOWNS = 4;
/** With fewer readings no drift is looked for unless it is asked for. */
const LEAST_FOR_DRIFT = 6;

const toRadians = (deg: number) => (deg * Math.PI) / 180;

/** The smallest arc that holds all these axes, deg. */
function spanDeg(angles: readonly number[]): number {
  const sorted = angles.map(foldDeg).sort((a, b) => a - b);
  const gaps = sorted.map((angle, i) => (sorted[i + 1] ?? sorted[0]! + 180) - angle);
  return 180 - Math.max(...gaps);
}

export const axisReading = z.strictObject({ angleDeg: bounded(-360, 360), level: bounded(0, 1e9) });

export const filmAxisInput = z
  .strictObject({
    readings: z
      .array(axisReading)
      .min(LEAST_READINGS, { error: () => t("must-be-at-least-readings", { LEAST_READINGS }) })
      .max(500),
    /** Half width of the interval at which no more need be read. */
    wantedDeg: usual(bounded(0.05, 20), 1, "an axis within 1 degree is enough: common practice, no source"),
    /** Whether the lamp fades or grows evenly from the first reading to the last; told from the readings where it is left out. */
    drift: z.enum(["none", "linear"], { error: () => t("must-be-none-or-linear") }).optional(),
  })
  .superRefine(({ readings, drift }, context) => {
    const angles = readings.map(({ angleDeg }) => angleDeg);
    const span = spanDeg(angles);
    const fault = (message: string) => context.addIssue({ code: "custom", path: ["readings"], message });
    if (span < LEAST_SPAN_DEG) {
      fault(t("span-degrees-must-span-at-least-turned", { span: Math.round(span), LEAST_SPAN_DEG }));
    } else if (new Set(angles.map((angle) => foldDeg(angle).toFixed(6))).size < 3) {
      fault(t("must-hold-at-least-three-different"));
    }
    if (drift === "linear" && readings.length <= DRIFTING_UNKNOWNS) {
      fault(t("must-be-at-least-readings", { LEAST_READINGS: DRIFTING_UNKNOWNS + 1 }));
    }
  });
export type FilmAxisInput = z.input<typeof filmAxisInput>;

export const filmAxisResult = z.strictObject({
  /** Where most light passes: the two films' axes are one, deg in [0, 180). */
  axisDeg: z.number(),
  /** Half of the 95 % interval; 90 where any axis would do. */
  axisHalfWidth95Deg: z.number(),
  extinctionDeg: z.number(),
  maxLevel: z.number(),
  minLevel: z.number(),
  /** Most over least light; null where the least is none. */
  contrast: z.number().nullable(),
  /** How much of the light is polarized, 0 to 1. */
  polarizedShare: z.number(),
  /** How much more light the lamp gave at the last reading than at the first, %; 0 where none is taken for there. */
  driftPct: z.number(),
  /** Scatter about the curve, % of the most light. */
  residualPct: z.number(),
  /** Two angles whose reading would narrow the interval most, deg in [0, 180). */
  nextAnglesDeg: z.tuple([z.number(), z.number()]),
  verdict: z.enum(["enough", "read more", "no axis"]),
  curve: z.array(
    z.strictObject({ angleDeg: z.number(), level: z.number(), low: z.number(), high: z.number() }),
  ),
});
export type FilmAxis = z.output<typeof filmAxisResult>;

type Vector = readonly [number, number, number];
type Matrix = readonly [Vector, Vector, Vector];

const basis = (angleDeg: number): Vector => {
  const twice = 2 * toRadians(angleDeg);
  return [1, Math.cos(twice), Math.sin(twice)];
};
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const times = (m: Matrix, v: Vector): Vector => [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
const quadratic = (m: Matrix, v: Vector) => dot(v, times(m, v));

function inverse([a, b, c]: Matrix): Matrix {
  const cross = (u: Vector, v: Vector): Vector => [
    u[1] * v[2] - u[2] * v[1],
    u[2] * v[0] - u[0] * v[2],
    u[0] * v[1] - u[1] * v[0],
  ];
  const [bc, ca, ab] = [cross(b, c), cross(c, a), cross(a, b)];
  const det = dot(a, bc);
  const row = (i: 0 | 1 | 2): Vector => [bc[i] / det, ca[i] / det, ab[i] / det];
  return [row(0), row(1), row(2)];
}

/** The inverse of a normal matrix after one more reading at an angle (Sherman & Morrison 1950). */
function withReading(m: Matrix, angleDeg: number): Matrix {
  const u = basis(angleDeg);
  const mu = times(m, u);
  const scale = 1 / (1 + dot(u, mu));
  const row = (i: 0 | 1 | 2): Vector => [
    m[i][0] - scale * mu[i] * mu[0],
    m[i][1] - scale * mu[i] * mu[1],
    m[i][2] - scale * mu[i] * mu[2],
  ];
  return [row(0), row(1), row(2)];
}

const CURVE_STEP_DEG = 3;
const SHARE = 0.95;
/** Below this share of polarized light nothing is told apart from a clear sheet. */
const LEAST_POLARIZED = 0.02;

type Reading = z.output<typeof axisReading>;

/** A curve of Malus laid through readings, with how its parts err together, before the scatter. */
interface Laid {
  fitted: Vector;
  spread: Matrix;
  /** Sum of squares of what is left over. */
  squares: number;
  freedom: number;
  drift: number;
}

/** Through readings whose lamp changes by the share `drift` from the first to the last. */
function laidAt(readings: readonly Reading[], drift: number) {
  const sinceMiddle = readings.map((_, i) => i / (readings.length - 1) - 0.5);
  const plain = readings.map(({ angleDeg }) => basis(angleDeg));
  const rows = plain.map(
    (row, i) => row.map((part) => part * (1 + drift * sinceMiddle[i]!)) as unknown as Vector,
  );
  const sum = (of: (i: number) => number) => readings.reduce((total, _, i) => total + of(i), 0);
  const vector = (of: (i: number, a: 0 | 1 | 2) => number): Vector =>
    ([0, 1, 2] as const).map((a) => sum((i) => of(i, a))) as unknown as Vector;
  const normal = ([0, 1, 2] as const).map((b) => vector((i, a) => rows[i]![a] * rows[i]![b]));
  const spread = inverse(normal as unknown as Matrix);
  const fitted = times(
    spread,
    vector((i, a) => rows[i]![a] * readings[i]!.level),
  );
  const left = readings.map(({ level }, i) => level - dot(fitted, rows[i]!));
  // What the curve gains by a little more drift, and how much of that its own three parts could not do as well.
  const gain = plain.map((row, i) => sinceMiddle[i]! * dot(fitted, row));
  const shared = vector((i, a) => rows[i]![a] * gain[i]!);
  const own = sum((i) => gain[i]! ** 2) - quadratic(spread, shared);
  return {
    fitted,
    spread,
    shared,
    own,
    squares: sum((i) => left[i]! ** 2),
    pull: sum((i) => gain[i]! * left[i]!),
  };
}

function laidSteady(readings: readonly Reading[]): Laid {
  const { fitted, spread, squares } = laidAt(readings, 0);
  return { fitted, spread, squares, freedom: readings.length - 3, drift: 0 };
}

const MOST_DRIFT = 0.9;

/** With the drift that leaves least over (Gauss-Newton on it alone, the three linear parts laid anew each time); null where none can be told. */
function laidDrifting(readings: readonly Reading[]): Laid | null {
  let drift = 0;
  for (let i = 0; i < 30; i += 1) {
    const { own, pull } = laidAt(readings, drift);
    if (!(own > 1e-12)) return null;
    const next = Math.max(-MOST_DRIFT, Math.min(MOST_DRIFT, drift + pull / own));
    if (Math.abs(next - drift) < 1e-10) break;
    drift = next;
  }
  const { fitted, spread, shared, own, squares } = laidAt(readings, drift);
  if (!(own > 1e-12)) return null;
  const by = times(spread, shared);
  const row = (i: 0 | 1 | 2): Vector => [
    spread[i][0] + (by[i] * by[0]) / own,
    spread[i][1] + (by[i] * by[1]) / own,
    spread[i][2] + (by[i] * by[2]) / own,
  ];
  return {
    fitted,
    spread: [row(0), row(1), row(2)],
    squares,
    freedom: readings.length - DRIFTING_UNKNOWNS,
    drift,
  };
}

/** Left over so much less than the light itself is nothing at all. */
const NOTHING = 1e-20;

/** A drift that takes off less of the scatter than this share of what one unknown would by chance is none. */
const AS_GOOD_AS_NONE = 0.01;

/** With a drift where it is asked for, and where six readings or more do not say that there is none. */
function laid(readings: readonly Reading[], asked: "none" | "linear" | undefined): Laid {
  const steady = laidSteady(readings);
  if (asked === "none" || (asked === undefined && readings.length < LEAST_FOR_DRIFT)) return steady;
  const drifting = laidDrifting(readings);
  if (!drifting) return steady;
  if (asked === "linear") return drifting;
  const whole = readings.reduce((total, { level }) => total + level * level, 0);
  // Six readings fit a steady lamp's curve by chance too often for its drift to be asked to prove itself: it must prove that it is nothing.
  const isBetter =
    steady.squares > NOTHING * whole &&
    (steady.squares - drifting.squares) * drifting.freedom > AS_GOOD_AS_NONE * drifting.squares;
  return isBetter ? drifting : steady;
}

/**
 * The axis of a polarizer from a few readings of light through it and a second one, turned.
 *
 * Malus's law, level = m + c cos 2θ + s sin 2θ, is linear in m, c and s: least squares, no search. The interval is Fieller's for the
 * direction (c, s): all axes φ at which the component across, s cos 2φ - c sin 2φ, cannot be told from nothing by Student's t with
 * n - 3 degrees of freedom. A lamp that fades or grows evenly from reading to reading multiplies the curve: its drift is one unknown more, and
 * what it leaves unsure of the others goes into the interval. Angles in degrees, levels in any unit that is proportional to light. Valid where
 * the meter is linear; a clipped photo is not.
 * Sources: Malus 1810; Fieller 1954 for the interval; Golub & Pereyra 1973 for one unknown that is not linear among others that are;
 * Student's t as in Abramowitz & Stegun 26.7.1 (both from memory).
 */
export function calculateFilmAxis(input: FilmAxisInput): FilmAxis {
  const { readings, wantedDeg, drift: asked } = filmAxisInput.parse(input);
  const { fitted, spread, squares, freedom, drift } = laid(readings, asked);
  const [mean, c, s] = fitted;
  const amplitude = Math.hypot(c, s);
  const variance = squares / freedom;
  const t = studentHalfWidth(SHARE, freedom);

  const axis = foldDeg((Math.atan2(s, c) * 90) / Math.PI);
  // How clearly the component across an axis differs from nothing: below zero inside the interval.
  const beyond = (offDeg: number) => {
    const twice = 2 * toRadians(axis + offDeg);
    const across: Vector = [0, -Math.sin(twice), Math.cos(twice)];
    return dot(across, fitted) ** 2 - t * t * variance * quadratic(spread, across);
  };
  /** The first place on one side of the axis where it leaves the interval; 45 to the side is where the component is largest. */
  const edge = (side: 1 | -1): number => {
    if (beyond(side * 45) <= 0) return 90;
    let [inside, outside] = [0, 45];
    for (let i = 0; i < 60; i += 1) {
      const middle = (inside + outside) / 2;
      if (beyond(side * middle) > 0) outside = middle;
      else inside = middle;
    }
    return outside;
  };
  const [before, after] = [edge(-1), edge(1)];
  const halfWidth = before === 90 || after === 90 ? 90 : (before + after) / 2;

  const maxLevel = mean + amplitude;
  const minLevel = mean - amplitude;
  const polarizedShare = mean > 0 ? Math.min(1, amplitude / mean) : 0;
  const twice = 2 * toRadians(axis);
  const across: Vector = [0, -Math.sin(twice), Math.cos(twice)];
  const best = (m: Matrix): number => {
    let found = { angle: 0, left: Infinity };
    for (let angle = 0; angle < 180; angle += 1) {
      const left = quadratic(withReading(m, angle), across);
      if (left < found.left - 1e-12) found = { angle, left };
    }
    return found.angle;
  };
  const first = best(spread);
  const next: [number, number] = [first, best(withReading(spread, first))];
  const isNone = halfWidth >= 90 || polarizedShare < LEAST_POLARIZED;
  const band = (v: Vector) => t * Math.sqrt(variance * quadratic(spread, v));
  return {
    axisDeg: axis === 180 ? 0 : axis,
    axisHalfWidth95Deg: halfWidth,
    extinctionDeg: foldDeg(axis + 90),
    maxLevel,
    minLevel,
    contrast: minLevel > 0 ? maxLevel / minLevel : null,
    polarizedShare,
    driftPct: (100 * (2 * drift)) / (2 - drift),
    residualPct: maxLevel > 0 ? (100 * Math.sqrt(squares / readings.length)) / maxLevel : 0,
    nextAnglesDeg: next,
    verdict: isNone ? "no axis" : halfWidth <= wantedDeg ? "enough" : "read more",
    curve: Array.from({ length: 180 / CURVE_STEP_DEG + 1 }, (_, i) => {
      const v = basis(i * CURVE_STEP_DEG);
      const level = dot(fitted, v);
      return { angleDeg: i * CURVE_STEP_DEG, level, low: level - band(v), high: level + band(v) };
    }),
  };
}

export const filmAxis = defineCalculation({
  name: "film-axis",
  purpose: "The axis of a polarizer, with its interval, from a few readings of light at different angles.",
  input: filmAxisInput,
  result: filmAxisResult,
  calculate: calculateFilmAxis,
});
