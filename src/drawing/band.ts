import type { Edge, Outline } from "../../core/stack/outline.ts";

/** A stretch along an edge as a rectangle inside the outline, `depth` deep. */
export function band(outline: Outline, edge: Edge, fromMm: number, toMm: number, depth: number) {
  const [from, length] = [Math.min(fromMm, toMm), Math.abs(toMm - fromMm)];
  switch (edge) {
    case "top":
      return { x: from, y: 0, width: length, height: depth };
    case "bottom":
      return { x: from, y: outline.heightMm - depth, width: length, height: depth };
    case "left":
      return { x: 0, y: from, width: depth, height: length };
    case "right":
      return { x: outline.widthMm - depth, y: from, width: depth, height: length };
  }
}
