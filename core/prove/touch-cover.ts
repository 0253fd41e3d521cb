import type { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { median } from "../median.ts";
import { judgeWay, largestUntouched, provedToMm } from "./touch-proof.js";
import {
  touchCoverInput,
  touchCoverResult,
  type TouchCover,
  type TouchCoverInput,
  type touchedPlace,
} from "./touch-cover-input.ts";

type Point = z.output<typeof touchedPlace>;
const far = (a: Point, b: Point) => Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx);

/** Steps across a cell by which the way between two points is walked: none is passed over but by its corner. */
const STEPS_PER_CELL = 8;

/** So many reports of one small square are looked at: more would be of the same place. */
const KEPT_PER_SQUARE = 3;

/** For reports that lie close together: whether others lie within `nearPx` all along the way between two. */
function proverOf(reports: readonly Point[], nearPx: number) {
  const side = nearPx / 2;
  const squares = new Map<string, Point[]>();
  for (const report of reports) {
    const key = `${Math.floor(report.xPx / side)} ${Math.floor(report.yPx / side)}`;
    const inIt = squares.get(key);
    if (!inIt) squares.set(key, [report]);
    else if (inIt.length < KEPT_PER_SQUARE) inIt.push(report);
  }
  return ({ at, to }: { at: Point; to: Point }): boolean => {
    const steps = Math.max(1, Math.ceil((4 * far(at, to)) / nearPx));
    const isNear = (xPx: number, yPx: number) => {
      const [column, row] = [Math.floor(xPx / side), Math.floor(yPx / side)];
      for (let c = column - 2; c <= column + 2; c += 1) {
        for (let r = row - 2; r <= row + 2; r += 1) {
          const isOne = squares
            .get(`${c} ${r}`)
            ?.some((one) => one !== at && one !== to && Math.hypot(one.xPx - xPx, one.yPx - yPx) <= nearPx);
          if (isOne) return true;
        }
      }
      return false;
    };
    return Array.from({ length: steps + 1 }, (_, s) => s / steps).every((share) =>
      isNear(at.xPx + (to.xPx - at.xPx) * share, at.yPx + (to.yPx - at.yPx) * share),
    );
  };
}

/** Reports nearer to one another than this are one place, mm. */
const SAME_MM = 0.05;

/** How small a dead spot would have shown. */
function provedTo(
  reports: readonly { xMm: number; yMm: number }[],
  widthMm: number,
  heightMm: number,
): number {
  const places = new Map(
    reports.map((report) => [
      `${Math.round(report.xMm / SAME_MM)} ${Math.round(report.yMm / SAME_MM)}`,
      report,
    ]),
  );
  const { radiusMm } = largestUntouched([...places.values()], widthMm, heightMm);
  return provedToMm(radiusMm);
}

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
 * Whether a touch layer answers everywhere, from what a finger painted: cells that no report proves, jumps, contacts that were lost on the way,
 * how many fingers were told apart, and how small a dead spot could have been missed. A way between two reports counts as touched only where
 * no report is missing on it, by the time that this panel itself usually takes from one to the next: over a dead spot the finger goes on and the
 * reports do not. Places in px, times in ms. Source: none published; thresholds are assumed.
 */
export function calculateTouchCover(input: TouchCoverInput): TouchCover {
  const { strokes, grid, jumpPx, jumpWithinMs, dropOutMs } = touchCoverInput.parse(input);
  const { widthPx, heightPx, columns, rows, widthMm, heightMm } = grid;
  const [cellW, cellH] = [widthPx / columns, heightPx / rows];
  const cellPx = Math.hypot(cellW, cellH);
  const farPx = jumpPx ?? Math.hypot(widthPx, heightPx) / 10;
  const covered = new Set<number>();
  const jumps: TouchCover["jumps"] = [];
  const dropOuts: TouchCover["dropOuts"] = [];
  const lost = (at: Point, to: Point) =>
    dropOuts.push({ at, to, lastedMs: to.tMs - at.tMs, provedAgain: false });
  const intervals: number[] = [];
  const usual: number[] = [];
  let unbroken = 0;
  for (const { points } of strokes) {
    const own = new Set<number>();
    const steps: number[] = [];
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
      const way = judgeWay(usual, steps, from, to);
      if (way === "lost") lost(from, to);
      if (way !== "proved") return;
      const walked = Math.ceil((apartPx / Math.min(cellW, cellH)) * STEPS_PER_CELL);
      for (let s = 1; s < walked; s += 1) {
        touch(from.xPx + ((to.xPx - from.xPx) * s) / walked, from.yPx + ((to.yPx - from.yPx) * s) / walked);
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
    if (taken && taken.points !== points) lost(end, taken.points[0]!);
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
  const reports = strokes.flatMap(({ points }) => points);
  if (dropOuts.length > 0) {
    const isProved = proverOf(reports, Math.min(cellW, cellH) / 2);
    for (const one of dropOuts) one.provedAgain = isProved(one);
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
    provedToMm:
      widthMm === undefined || heightMm === undefined
        ? null
        : provedTo(
            reports.map(({ xPx, yPx }) => ({
              xMm: (xPx / widthPx) * widthMm,
              yMm: (yPx / heightPx) * heightMm,
            })),
            widthMm,
            heightMm,
          ),
    pointers: most,
    reportMs: intervals.length > 0 ? median(intervals) : null,
    verdict:
      dead.length + jumps.length === 0 && dropOuts.every(({ provedAgain }) => provedAgain) ? "pass" : "fail",
  };
}

export const touchCover = defineCalculation({
  name: "touch-cover",
  purpose: "Where a touch layer does not answer, from what a finger painted over it.",
  input: touchCoverInput,
  result: touchCoverResult,
  calculate: calculateTouchCover,
});
