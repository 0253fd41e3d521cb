import type { PanelPoint } from "../stack/panel-point.ts";
import {
  panelAreaMm2,
  pointOnEdge,
  spansOf,
  squareCornered,
  type EdgePlace,
  type Outline,
} from "../stack/panel-geometry.ts";
import { boxOf } from "../stack/ring.ts";
import { divided } from "../stack/spans.ts";
import type { EdgeLoop } from "./edge-loop.ts";

/** A place that a wire must not come over: a stretch of an edge, so deep. */
export interface WireBar {
  edge: EdgePlace;
  fromMm: number;
  toMm: number;
  depthMm: number;
  why: string;
}

/** One of the wire's ends goes on along its arm while the other stands. Loop places, mm. */
export interface WireMove {
  arm: "clockwise" | "counter";
  fromMm: number;
  toMm: number;
}

export interface WirePath {
  moves: WireMove[];
  /** How far each end comes, mm of its arm. */
  clockwiseMm: number;
  counterMm: number;
  longestMm: number;
  /** How far the middle of the front goes, mm. */
  middleMm: number;
  /** What the front has passed over. */
  swept: PanelPoint[];
  /** Share of the panel that the front has passed over, %. */
  sweptPct: number;
  /** What each end, or both, stop before; empty where the wire passes over everything. */
  stopsBefore: string[];
}

/** The ends are led on in steps of this while nothing is in the way, mm; on a large panel in so many round its rim. */
const STEP_MM = 1;
const MOST_STEPS = 4_000;
const LEAST_MM = 1e-3;
/** A stretch of a rim is taken for straight over so much, mm. */
const RIM_PART_MM = 2;

/** Twice the area that a path of points encloses, mm2. */
const twiceArea = (points: readonly PanelPoint[]): number =>
  Math.abs(
    points.reduce((sum, { xMm, yMm }, i) => {
      const next = points[(i + 1) % points.length]!;
      return sum + xMm * next.yMm - next.xMm * yMm;
    }, 0),
  );

/** Whether a straight line touches the inside of a convex area (Cyrus and Beck 1978). */
function crosses(from: PanelPoint, to: PanelPoint, area: readonly PanelPoint[]): boolean {
  const middleX = area.reduce((sum, { xMm }) => sum + xMm, 0) / area.length;
  const middleY = area.reduce((sum, { yMm }) => sum + yMm, 0) / area.length;
  let [enter, leave] = [0, 1];
  for (const [i, a] of area.entries()) {
    const b = area[(i + 1) % area.length]!;
    const long = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
    if (long < LEAST_MM) continue;
    let [inX, inY] = [(a.yMm - b.yMm) / long, (b.xMm - a.xMm) / long];
    if ((middleX - a.xMm) * inX + (middleY - a.yMm) * inY < 0) [inX, inY] = [-inX, -inY];
    const depth = ({ xMm, yMm }: PanelPoint) => (xMm - a.xMm) * inX + (yMm - a.yMm) * inY - LEAST_MM;
    const [first, last] = [depth(from), depth(to)];
    if (first < 0 && last < 0) return false;
    if (first < 0) enter = Math.max(enter, first / (first - last));
    else if (last < 0) leave = Math.min(leave, first / (first - last));
  }
  return enter <= leave;
}

/** A bar with what it takes of the panel, in convex areas: one at a straight edge, several along a rim. */
export interface LaidBar extends WireBar {
  areas: { area: PanelPoint[]; box: ReturnType<typeof boxOf> }[];
}

export const layBar = (panel: Outline, bar: WireBar): LaidBar => ({
  ...bar,
  areas: spansOf(panel, bar).flatMap((span) => {
    const parts = bar.edge === "rim" ? Math.max(1, Math.ceil((span[1] - span[0]) / RIM_PART_MM)) : 1;
    return divided(span, parts).map(([a, b]) => {
      const area = [
        pointOnEdge(panel, bar.edge, a),
        pointOnEdge(panel, bar.edge, b),
        pointOnEdge(panel, bar.edge, b, bar.depthMm),
        pointOnEdge(panel, bar.edge, a, bar.depthMm),
      ];
      return { area, box: boxOf(area) };
    });
  }),
});

/** Whether a straight line comes over one of a bar's areas. */
function isOver({ areas }: LaidBar, from: PanelPoint, to: PanelPoint): boolean {
  const { left, top, right, bottom } = boxOf([from, to]);
  return areas.some(
    ({ area, box }) =>
      box.left <= right &&
      box.right >= left &&
      box.top <= bottom &&
      box.bottom >= top &&
      crosses(from, to, area),
  );
}

/**
 * The way of a wire that is drawn straight through the glue line from a corner: one end along each arm, by turns, so that the
 * front turns to lie along the hinge in the end. An end stops before what the front must not come over; the other goes on as far
 * as it may. Lengths in mm. Geometry alone: chords of a convex outline whose ends both move away from one corner
 * never cross, so every place is passed over once; where a rim points into the panel a chord may lie outside it.
 */
export function wirePath(
  loop: EdgeLoop,
  arms: { clockwiseMm: number; counterMm: number },
  bars: readonly LaidBar[],
  stepMm: number,
): WirePath {
  const { panel, perimeterMm } = loop;
  const front = (clockwise: number, counter: number) =>
    [loop.point(clockwise), loop.point(perimeterMm - counter)] as const;
  const inTheWay = (clockwise: number, counter: number) =>
    bars.find((bar) => isOver(bar, ...front(clockwise, counter)));
  const ledOnMm = Math.max(STEP_MM, perimeterMm / MOST_STEPS);
  const stopsBefore = new Set<string>();
  // No end comes past the first bar on its own arm.
  const ends = bars.flatMap((bar) =>
    spansOf(panel, bar).map(([fromMm, toMm]) => {
      const { loopFromMm, loopToMm } = loop.span({ edge: bar.edge, fromMm, toMm });
      return { why: bar.why, clockwise: loopFromMm, counter: perimeterMm - loopToMm };
    }),
  );
  const goal = { clockwise: arms.clockwiseMm, counter: arms.counterMm };
  for (const arm of ["clockwise", "counter"] as const) {
    const first = [...ends].sort((a, b) => a[arm] - b[arm])[0];
    if (!first || first[arm] > goal[arm]) continue;
    goal[arm] = Math.max(0, first[arm]);
    stopsBefore.add(first.why);
  }
  const steps = Math.max(1, Math.ceil(Math.max(goal.clockwise, goal.counter) / stepMm));
  const at = { clockwise: 0, counter: 0 };
  const stopped = { clockwise: false, counter: false };
  const moves: WireMove[] = [];
  let longestMm = 0;
  let middleMm = 0;
  for (let step = 1; step <= steps; step += 1) {
    for (const arm of ["clockwise", "counter"] as const) {
      if (stopped[arm]) continue;
      const goalMm = (goal[arm] * step) / steps;
      const fromMm = at[arm];
      let toMm = fromMm;
      while (goalMm - toMm > LEAST_MM) {
        const next = Math.min(goalMm, toMm + ledOnMm);
        const bar = inTheWay(
          arm === "clockwise" ? next : at.clockwise,
          arm === "counter" ? next : at.counter,
        );
        if (bar) {
          stopped[arm] = true;
          stopsBefore.add(bar.why);
          break;
        }
        toMm = next;
      }
      at[arm] = toMm;
      if (toMm - fromMm > LEAST_MM) {
        moves.push({ arm, fromMm, toMm });
        const [was, is] = [fromMm, toMm].map((mm) =>
          loop.point(arm === "clockwise" ? mm : perimeterMm - mm),
        ) as [PanelPoint, PanelPoint];
        middleMm += Math.hypot(is.xMm - was.xMm, is.yMm - was.yMm) / 2;
        const [from, to] = front(at.clockwise, at.counter);
        longestMm = Math.max(longestMm, Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm));
      }
    }
  }
  const swept = [
    loop.point(0),
    ...loop.cornersBetween(0, at.clockwise),
    loop.point(at.clockwise),
    loop.point(perimeterMm - at.counter),
    ...loop.cornersBetween(perimeterMm - at.counter, perimeterMm),
  ];
  return {
    moves,
    clockwiseMm: at.clockwise,
    counterMm: at.counter,
    longestMm,
    middleMm,
    swept,
    sweptPct: Math.min(100, (50 * twiceArea(swept)) / panelAreaMm2(squareCornered(panel))),
    stopsBefore: [...stopsBefore],
  };
}
