import type { PanelPoint } from "../stack/panel-point.ts";
import { edgeLengthMm, edges, pointOnEdge, type Edge, type Outline } from "../stack/outline.ts";

/** Clockwise from the top left, seen from the viewer's side. */
export const corners = ["top left", "top right", "bottom right", "bottom left"] as const;
export type Corner = (typeof corners)[number];

export function cornerPoint(panel: Outline, corner: Corner): PanelPoint {
  return {
    xMm: corner.endsWith("right") ? panel.widthMm : 0,
    yMm: corner.startsWith("bottom") ? panel.heightMm : 0,
  };
}

/** A stretch of the way round the panel, mm clockwise from the loop's corner. */
export interface LoopSpan {
  loopFromMm: number;
  loopToMm: number;
}

/** The way round a panel, clockwise, measured from one of its corners. */
export class EdgeLoop {
  readonly panel: Outline;
  readonly perimeterMm: number;
  private readonly sides: readonly { edge: Edge; startMm: number; lengthMm: number; grows: boolean }[];

  constructor(panel: Outline, corner: Corner) {
    this.panel = panel;
    const first = corners.indexOf(corner);
    let startMm = 0;
    this.sides = edges.map((_, i) => {
      const edge = edges[(first + i) % edges.length]!;
      const lengthMm = edgeLengthMm(panel, edge);
      // Along the loop an edge's own coordinate grows (top, right) or falls (bottom, left).
      const side = { edge, startMm, lengthMm, grows: edge === "top" || edge === "right" };
      startMm += lengthMm;
      return side;
    });
    this.perimeterMm = startMm;
  }

  /** How far the opposite corner is, mm. */
  get oppositeMm(): number {
    return this.sides[2]!.startMm;
  }

  /** Where a stretch of an edge lies on the loop. */
  span({ edge, fromMm, toMm }: { edge: Edge; fromMm: number; toMm: number }): LoopSpan {
    const { startMm, lengthMm, grows } = this.sides.find((side) => side.edge === edge)!;
    return grows
      ? { loopFromMm: startMm + fromMm, loopToMm: startMm + toMm }
      : { loopFromMm: startMm + lengthMm - toMm, loopToMm: startMm + lengthMm - fromMm };
  }

  /** A place on the loop in an edge's own coordinate, mm. */
  onEdge(edge: Edge, loopMm: number): number {
    const { startMm, lengthMm, grows } = this.sides.find((side) => side.edge === edge)!;
    const along = Math.min(lengthMm, Math.max(0, loopMm - startMm));
    return grows ? along : lengthMm - along;
  }

  /** A place on the loop as a point of the panel. */
  point(loopMm: number): PanelPoint {
    const at = Math.min(this.perimeterMm, Math.max(0, loopMm));
    const side = this.sides.filter(({ startMm }) => startMm <= at).at(-1)!;
    return pointOnEdge(this.panel, side.edge, this.onEdge(side.edge, at));
  }

  /** The corners that lie between two places of the loop. */
  cornersBetween(fromMm: number, toMm: number): PanelPoint[] {
    return this.sides
      .filter(({ startMm }) => startMm > fromMm && startMm < toMm)
      .map(({ startMm }) => this.point(startMm));
  }
}
