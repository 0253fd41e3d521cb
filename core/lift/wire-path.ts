import type { PanelPoint } from "../stack/panel-point.ts";
import { pointOnEdge, type Edge } from "../stack/outline.ts";
import type { EdgeLoop } from "./edge-loop.ts";

/** A place that a wire must not come over: a stretch of an edge, so deep. */
export interface WireBar {
  edge: Edge;
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
  /** Share of the panel that the front has passed over, %. */
  sweptPct: number;
  /** What each end, or both, stop before; empty where the wire passes over everything. */
  stopsBefore: string[];
}

/** The ends are led on in steps of this while nothing is in the way, mm. */
const STEP_MM = 1;
const LEAST_MM = 1e-3;

/** Twice the area that a path of points encloses, mm2. */
const twiceArea = (points: readonly PanelPoint[]): number =>
  Math.abs(
    points.reduce((sum, { xMm, yMm }, i) => {
      const next = points[(i + 1) % points.length]!;
      return sum + xMm * next.yMm - next.xMm * yMm;
    }, 0),
  );

/** Whether a straight line touches the inside of an upright rectangle (Liang and Barsky 1984). */
function crosses(from: PanelPoint, to: PanelPoint, [a, b]: readonly [PanelPoint, PanelPoint]): boolean {
  let [enter, leave] = [0, 1];
  for (const axis of ["xMm", "yMm"] as const) {
    const low = Math.min(a[axis], b[axis]) + LEAST_MM;
    const high = Math.max(a[axis], b[axis]) - LEAST_MM;
    const way = to[axis] - from[axis];
    if (way === 0) {
      if (from[axis] < low || from[axis] > high) return false;
      continue;
    }
    const [first, second] = [(low - from[axis]) / way, (high - from[axis]) / way];
    enter = Math.max(enter, Math.min(first, second));
    leave = Math.min(leave, Math.max(first, second));
  }
  return enter <= leave;
}

/**
 * The way of a wire that is drawn straight through the glue line from a corner: one end along each arm, by turns, so that the
 * front turns to lie along the hinge in the end. An end stops before what the front must not come over; the other goes on as far
 * as it may. Lengths in mm. Geometry alone: chords of a convex outline whose ends both move away from one corner
 * never cross, so every place is passed over once.
 */
export function wirePath(
  loop: EdgeLoop,
  arms: { clockwiseMm: number; counterMm: number },
  bars: readonly WireBar[],
  stepMm: number,
): WirePath {
  const { panel, perimeterMm } = loop;
  const boxes = bars.map((bar) => ({
    ...bar,
    box: [
      pointOnEdge(panel, bar.edge, bar.fromMm),
      pointOnEdge(panel, bar.edge, bar.toMm, bar.depthMm),
    ] as const,
  }));
  const front = (clockwise: number, counter: number) =>
    [loop.point(clockwise), loop.point(perimeterMm - counter)] as const;
  const inTheWay = (clockwise: number, counter: number) =>
    boxes.find(({ box }) => crosses(...front(clockwise, counter), box));
  const stopsBefore = new Set<string>();
  // No end comes past the first bar on its own arm.
  const ends = bars.map((bar) => {
    const { loopFromMm, loopToMm } = loop.span(bar);
    return { why: bar.why, clockwise: loopFromMm, counter: perimeterMm - loopToMm };
  });
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
  for (let step = 1; step <= steps; step += 1) {
    for (const arm of ["clockwise", "counter"] as const) {
      if (stopped[arm]) continue;
      const goalMm = (goal[arm] * step) / steps;
      const fromMm = at[arm];
      let toMm = fromMm;
      while (goalMm - toMm > LEAST_MM) {
        const next = Math.min(goalMm, toMm + STEP_MM);
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
    sweptPct: (100 * twiceArea(swept)) / (2 * panel.widthMm * panel.heightMm),
    stopsBefore: [...stopsBefore],
  };
}
