import { z } from "zod";
import { foldDeg } from "./axis-angle.ts";
import { defineCalculation } from "../calculation.ts";
import { studentHalfWidth } from "../student.ts";
import { bounded } from "../units.ts";
import { t } from "../../words/film.ts";

export const LEAST_READINGS = 4;
const LEAST_SPAN_DEG = 60;

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
    wantedDeg: bounded(0.05, 20).default(1),
  })
  .superRefine(({ readings }, context) => {
    const angles = readings.map(({ angleDeg }) => angleDeg);
    const span = spanDeg(angles);
    const fault = (message: string) => context.addIssue({ code: "custom", path: ["readings"], message });
    if (span < LEAST_SPAN_DEG) {
      fault(t("span-degrees-must-span-at-least-turned", { span: Math.round(span), LEAST_SPAN_DEG }));
    } else if (new Set(angles.map((angle) => foldDeg(angle).toFixed(6))).size < 3) {
      fault(t("must-hold-at-least-three-different"));
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

/**
 * The axis of a polarizer from a few readings of light through it and a second one, turned.
 *
 * Malus's law, level = m + c cos 2θ + s sin 2θ, is linear in m, c and s: least squares, no search. The interval is Fieller's for the
 * direction (c, s): all axes φ at which the component across, s cos 2φ - c sin 2φ, cannot be told from nothing by Student's t with
 * n - 3 degrees of freedom. Angles in degrees, levels in any unit that is proportional to light. Valid where the lamp is steady and
 * the meter linear; a clipped photo is neither.
 * Sources: Malus 1810; Fieller 1954 for the interval; Student's t as in Abramowitz & Stegun 26.7.1 (from memory).
 */
export function calculateFilmAxis(input: FilmAxisInput): FilmAxis {
  const { readings, wantedDeg } = filmAxisInput.parse(input);
  const rows = readings.map(({ angleDeg }) => basis(angleDeg));
  const sum = (of: (i: number) => number) => readings.reduce((total, _, i) => total + of(i), 0);
  const normal = ([0, 1, 2] as const).map(
    (a) => ([0, 1, 2] as const).map((b) => sum((i) => rows[i]![a] * rows[i]![b])) as unknown as Vector,
  ) as unknown as Matrix;
  const spread = inverse(normal);
  const right = ([0, 1, 2] as const).map((a) => sum((i) => rows[i]![a] * readings[i]!.level));
  const fitted = times(spread, right as unknown as Vector);
  const [mean, c, s] = fitted;
  const amplitude = Math.hypot(c, s);
  const freedom = readings.length - 3;
  const squares = sum((i) => (readings[i]!.level - dot(fitted, rows[i]!)) ** 2);
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
