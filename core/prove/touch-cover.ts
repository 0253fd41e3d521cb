import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { median } from "../median.ts";
import { bounded, boundedWhole } from "../units.ts";
import { t } from "../../words/prove.ts";

/** Points of all strokes together: half an hour of painting at 60 reports a second. */
const MOST_POINTS = 100_000;

const px = () => bounded(-100, 100_000);

/** One contact from its first touch to its lifting. */
export const stroke = z.strictObject({
  pointer: boundedWhole(0, 1_000_000_000),
  points: z
    .array(z.strictObject({ xPx: px(), yPx: px(), tMs: bounded(0, 86_400_000) }))
    .min(1)
    .max(20_000),
});

export const touchCoverInput = z
  .strictObject({
    strokes: z.array(stroke).max(2_000),
    /** The area that is to answer, and into how many cells it is split. */
    grid: z.strictObject({
      widthPx: bounded(10, 100_000),
      heightPx: bounded(10, 100_000),
      columns: boundedWhole(1, 200),
      rows: boundedWhole(1, 200),
    }),
    /** Two neighbours of a stroke farther apart than this, in less than `jumpWithinMs`, are a jump; a tenth of the diagonal where it is left out. */
    jumpPx: bounded(1, 100_000).optional(),
    jumpWithinMs: bounded(1, 1_000).default(50),
    /** Within a stroke nothing told for so long while the finger moved on by a cell, or a stroke that is lost and taken up again so soon. */
    dropOutMs: bounded(20, 5_000).default(120),
  })
  .superRefine(({ strokes }, context) => {
    const points = strokes.reduce((sum, one) => sum + one.points.length, 0);
    if (points > MOST_POINTS) {
      context.addIssue({
        code: "custom",
        path: ["strokes"],
        message: t("points-in-all-must-be-at-most", { points, MOST_POINTS }),
      });
      return;
    }
    strokes.forEach(({ points }, i) =>
      points.forEach(({ tMs }, k) => {
        if (k > 0 && tMs < points[k - 1]!.tMs) {
          context.addIssue({
            code: "custom",
            path: ["strokes", i, "points", k, "tMs"],
            message: t("must-not-be-before-the-point-before", { tMs, tMs2: points[k - 1]!.tMs }),
          });
        }
      }),
    );
  });
export type TouchCoverInput = z.input<typeof touchCoverInput>;

const place = z.strictObject({ xPx: z.number(), yPx: z.number(), tMs: z.number() });

export const touchCoverResult = z.strictObject({
  /** Cells that no stroke came into, column and row from the upper left, from 0. */
  dead: z.array(z.strictObject({ column: z.int(), row: z.int() })),
  /** Dead cells that touch one another, edge to edge: how large the largest such area is, cells. */
  largestDeadCells: z.int(),
  coveragePct: z.number(),
  /** The most that one stroke alone covered: the unbroken drag. */
  unbrokenPct: z.number(),
  jumps: z.array(z.strictObject({ from: place, to: place })),
  dropOuts: z.array(z.strictObject({ at: place, lastedMs: z.number() })),
  /** Most contacts at once. */
  pointers: z.int(),
  /** Between one report and the next, median; null where nothing moved. */
  reportMs: z.number().nullable(),
  verdict: z.enum(["pass", "fail"]),
});
export type TouchCover = z.output<typeof touchCoverResult>;

type Point = z.output<typeof place>;
const far = (a: Point, b: Point) => Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx);

/** Steps across a cell by which the way between two points is walked: none is passed over but by its corner. */
const STEPS_PER_CELL = 8;

/** Cells of the largest area whose cells hang together by their edges. */
function largestArea(dead: readonly number[], columns: number): number {
  const left = new Set(dead);
  let largest = 0;
  for (const first of dead) {
    if (!left.delete(first)) continue;
    const found = [first];
    for (let at = 0; at < found.length; at += 1) {
      const cell = found[at]!;
      const column = cell % columns;
      const near = [
        ...(column > 0 ? [cell - 1] : []),
        ...(column < columns - 1 ? [cell + 1] : []),
        cell - columns,
        cell + columns,
      ];
      for (const next of near) if (left.delete(next)) found.push(next);
    }
    largest = Math.max(largest, found.length);
  }
  return largest;
}

/**
 * Whether a touch layer answers everywhere, from what a finger painted: cells that stayed dead, jumps, contacts that were lost on the way,
 * how many fingers were told apart. A way between two reports counts as touched unless it is a jump. Places in px, times in ms.
 * Source: none published; thresholds are assumed.
 */
export function calculateTouchCover(input: TouchCoverInput): TouchCover {
  const { strokes, grid, jumpPx, jumpWithinMs, dropOutMs } = touchCoverInput.parse(input);
  const { widthPx, heightPx, columns, rows } = grid;
  const [cellW, cellH] = [widthPx / columns, heightPx / rows];
  const cellPx = Math.hypot(cellW, cellH);
  const farPx = jumpPx ?? Math.hypot(widthPx, heightPx) / 10;
  const covered = new Set<number>();
  const jumps: TouchCover["jumps"] = [];
  const dropOuts: TouchCover["dropOuts"] = [];
  const intervals: number[] = [];
  let unbroken = 0;
  for (const { points } of strokes) {
    const own = new Set<number>();
    const touch = (x: number, y: number) => {
      const [column, row] = [Math.floor(x / cellW), Math.floor(y / cellH)];
      if (column >= 0 && column < columns && row >= 0 && row < rows) own.add(row * columns + column);
    };
    points.forEach((to, i) => {
      touch(to.xPx, to.yPx);
      const from = points[i - 1];
      if (!from) return;
      const [apartPx, lastedMs] = [far(from, to), to.tMs - from.tMs];
      if (apartPx > 0) intervals.push(lastedMs);
      if (apartPx > farPx && lastedMs <= jumpWithinMs) {
        jumps.push({ from, to });
        return;
      }
      if (lastedMs > dropOutMs && apartPx > cellPx) {
        dropOuts.push({ at: from, lastedMs });
        return;
      }
      const steps = Math.ceil((apartPx / Math.min(cellW, cellH)) * STEPS_PER_CELL);
      for (let s = 1; s < steps; s += 1) {
        touch(from.xPx + ((to.xPx - from.xPx) * s) / steps, from.yPx + ((to.yPx - from.yPx) * s) / steps);
      }
    });
    own.forEach((cell) => covered.add(cell));
    unbroken = Math.max(unbroken, own.size);
  }
  // Lifted and down again at once and close by: no hand does that on a drag.
  const ordered = [...strokes].sort((a, b) => a.points[0]!.tMs - b.points[0]!.tMs);
  for (const { points } of ordered) {
    const end = points.at(-1)!;
    const taken = ordered.find(({ points: [start] }) => {
      const lastedMs = start!.tMs - end.tMs;
      return points.length > 2 && lastedMs >= 0 && lastedMs <= dropOutMs && far(end, start!) <= 2 * cellPx;
    });
    if (taken && taken.points !== points) {
      dropOuts.push({ at: end, lastedMs: taken.points[0]!.tMs - end.tMs });
    }
  }
  // At the same moment a contact that ends goes before one that begins.
  const changes = strokes
    .flatMap(({ points }) => [
      { tMs: points[0]!.tMs, by: 1 },
      { tMs: points.at(-1)!.tMs + 0.5, by: -1 },
    ])
    .sort((a, b) => a.tMs - b.tMs || a.by - b.by);
  let [now, most] = [0, 0];
  for (const { by } of changes) {
    now += by;
    most = Math.max(most, now);
  }
  const all = columns * rows;
  const dead = Array.from({ length: all }, (_, cell) => cell).filter((cell) => !covered.has(cell));
  return {
    dead: dead.map((cell) => ({ column: cell % columns, row: Math.floor(cell / columns) })),
    largestDeadCells: largestArea(dead, columns),
    coveragePct: (100 * covered.size) / all,
    unbrokenPct: (100 * unbroken) / all,
    jumps,
    dropOuts,
    pointers: most,
    reportMs: intervals.length > 0 ? median(intervals) : null,
    verdict: dead.length + jumps.length + dropOuts.length === 0 ? "pass" : "fail",
  };
}

export const touchCover = defineCalculation({
  name: "touch-cover",
  purpose: "Where a touch layer does not answer, from what a finger painted over it.",
  input: touchCoverInput,
  result: touchCoverResult,
  calculate: calculateTouchCover,
});
