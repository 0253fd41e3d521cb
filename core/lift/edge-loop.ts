import {
  edgeLengthMm,
  edges,
  panelEdges,
  pointOnEdge,
  rimOfPanel,
  type EdgePlace,
  type Outline,
} from "../stack/panel-geometry.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import type { Rim } from "../stack/rim.ts";

/** Clockwise from the top left, seen from the viewer's side. */
export const corners = ["top left", "top right", "bottom right", "bottom left"] as const;
export type Corner = (typeof corners)[number];

export function cornerPoint(panel: Outline, corner: Corner): PanelPoint {
  return {
    xMm: corner.endsWith("right") ? panel.widthMm : 0,
    yMm: corner.startsWith("bottom") ? panel.heightMm : 0,
  };
}

/** Where the way round begins: a corner of a rectangle, or a place on a rim, mm. */
export type LoopStart = Corner | number;

/** A stretch of the way round the panel, mm clockwise from where it begins. */
export interface LoopSpan {
  loopFromMm: number;
  loopToMm: number;
}

/** A place of a loop may be so far from an edge's own and still be the same, mm. */
const SAME_MM = 1e-6;

interface LoopSide {
  edge: EdgePlace;
  startMm: number;
  lengthMm: number;
  grows: boolean;
}

/** The way round a panel, clockwise, measured from where it begins. */
export class EdgeLoop {
  readonly panel: Outline;
  readonly perimeterMm: number;
  private readonly sides: readonly LoopSide[];
  private readonly rim: Rim | null;
  /** Where on a rim the loop begins, mm. */
  private readonly rimStartMm: number;

  constructor(panel: Outline, start: LoopStart) {
    this.panel = panel;
    this.rim = rimOfPanel(panel);
    this.rimStartMm = typeof start === "number" ? start : 0;
    const first = typeof start === "number" ? 0 : corners.indexOf(start);
    const order = this.rim ? panelEdges(panel) : edges.map((_, i) => edges[(first + i) % edges.length]!);
    let startMm = 0;
    this.sides = order.map((edge) => {
      const lengthMm = edgeLengthMm(panel, edge);
      // Along the loop an edge's own coordinate grows (top, right, a rim) or falls (bottom, left).
      const side = { edge, startMm, lengthMm, grows: edge !== "bottom" && edge !== "left" };
      startMm += lengthMm;
      return side;
    });
    this.perimeterMm = startMm;
  }

  /** How far the opposite corner is, or the other end of a rim, mm. */
  get oppositeMm(): number {
    return this.rim ? this.perimeterMm / 2 : this.sides[2]!.startMm;
  }

  private sideNamed(edge: EdgePlace): LoopSide {
    return this.sides.find((side) => side.edge === edge)!;
  }

  /** Where a stretch of an edge lies on the loop; one of a rim must not go past where the loop begins. */
  span({ edge, fromMm, toMm }: { edge: EdgePlace; fromMm: number; toMm: number }): LoopSpan {
    if (this.rim) {
      const loopFromMm = this.rim.wrapped(fromMm - this.rimStartMm + SAME_MM) - SAME_MM;
      return { loopFromMm: Math.max(0, loopFromMm), loopToMm: loopFromMm + toMm - fromMm };
    }
    const { startMm, lengthMm, grows } = this.sideNamed(edge);
    return grows
      ? { loopFromMm: startMm + fromMm, loopToMm: startMm + toMm }
      : { loopFromMm: startMm + lengthMm - toMm, loopToMm: startMm + lengthMm - fromMm };
  }

  /** A place on the loop in the coordinate of a stretch's own edge, mm: within the stretch. */
  onStretch(
    { edge, fromMm, toMm }: { edge: EdgePlace; fromMm: number; toMm: number },
    loopMm: number,
  ): number {
    let along: number;
    if (this.rim) {
      along = this.rim.wrapped(loopMm + this.rimStartMm);
      if (along < fromMm - SAME_MM) along += this.perimeterMm;
      else if (along > toMm + SAME_MM) along -= this.perimeterMm;
    } else {
      const { startMm, lengthMm, grows } = this.sideNamed(edge);
      along = grows ? loopMm - startMm : lengthMm - (loopMm - startMm);
    }
    return Math.min(Math.max(along, fromMm), toMm);
  }

  /** A place on the loop as a point of the panel. */
  point(loopMm: number): PanelPoint {
    const at = Math.min(this.perimeterMm, Math.max(0, loopMm));
    if (this.rim) return pointOnEdge(this.panel, "rim", this.rim.wrapped(at + this.rimStartMm));
    const side = this.sides.filter(({ startMm }) => startMm <= at).at(-1)!;
    const whole = { edge: side.edge, fromMm: 0, toMm: side.lengthMm };
    return pointOnEdge(this.panel, side.edge, this.onStretch(whole, at));
  }

  /** The corners, or the points of a rim, that lie between two places of the loop. */
  cornersBetween(fromMm: number, toMm: number): PanelPoint[] {
    if (this.rim) return this.rim.pointsBetween(fromMm + this.rimStartMm, toMm + this.rimStartMm);
    return this.sides
      .filter(({ startMm }) => startMm > fromMm && startMm < toMm)
      .map(({ startMm }) => this.point(startMm));
  }
}
