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

/** A point `out` outside an edge, at a place along it. */
export function beside(outline: Outline, edge: Edge, atMm: number, out: number) {
  switch (edge) {
    case "top":
      return { x: atMm, y: -out };
    case "bottom":
      return { x: atMm, y: outline.heightMm + out };
    case "left":
      return { x: -out, y: atMm };
    case "right":
      return { x: outline.widthMm + out, y: atMm };
  }
}

/** Where along an edge a point of the panel lies, and how far it is from that edge. */
export function alongEdge(outline: Outline, edge: Edge, { xMm, yMm }: { xMm: number; yMm: number }) {
  switch (edge) {
    case "top":
      return { atMm: xMm, awayMm: yMm };
    case "bottom":
      return { atMm: xMm, awayMm: outline.heightMm - yMm };
    case "left":
      return { atMm: yMm, awayMm: xMm };
    case "right":
      return { atMm: yMm, awayMm: outline.widthMm - xMm };
  }
}
