import { pointOnEdge, type Edge, type Outline } from "../../core/stack/panel-geometry.ts";

/** A point `out` outside an edge, at a place along it. */
export function beside(outline: Outline, edge: Edge, atMm: number, out: number) {
  const { xMm, yMm } = pointOnEdge(outline, edge, atMm, -out);
  return { x: xMm, y: yMm };
}
