import { Matrix, solve } from "ml-matrix";
import type { Photo } from "./picture.ts";

export interface PixelPoint {
  x: number;
  y: number;
}
/** Corners of the panel in a picture, px: upper left, upper right, lower right, lower left, as the viewer sees it. */
export type Corners = readonly [PixelPoint, PixelPoint, PixelPoint, PixelPoint];

/** Four corners from four, one by one. */
export const mapCorners = (
  [a, b, c, d]: Corners,
  to: (corner: PixelPoint, k: number) => PixelPoint,
): Corners => [to(a, 0), to(b, 1), to(c, 2), to(d, 3)];

/** Where the corners of a rectangle are that is turned about its middle, clockwise as it is seen; `tilt` moves each a little, px. */
export function turnedCorners(
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
  middle: PixelPoint,
  turn: number,
  tilt: () => number = () => 0,
): Corners {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const corner = (sx: number, sy: number): PixelPoint => {
    const [x, y] = [(sx * widthPx) / 2, (sy * heightPx) / 2];
    return { x: middle.x + x * cos - y * sin + tilt(), y: middle.y + x * sin + y * cos + tilt() };
  };
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

/** A rectangle's own corners. */
export const boxCorners = (width: number, height: number): Corners => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/**
 * The projective map that takes four points to four others: eight numbers of x' = (ax + by + c) / (gx + hy + 1).
 * Throws where three of a four lie on a line. Source: Hartley & Zisserman, *Multiple View Geometry*, chapter 2 (from memory).
 */
export function mapBetween(from: Corners, to: Corners): number[] {
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i]!;
    return [
      [x, y, 1, 0, 0, 0, -x * u, -y * u],
      [0, 0, 0, x, y, 1, -x * v, -y * v],
    ];
  });
  const wanted = to.flatMap(({ x, y }) => [[x], [y]]);
  return solve(new Matrix(rows), new Matrix(wanted)).to1DArray();
}

/** Where a projective map takes a place. */
export function takenBy(map: readonly number[]): (x: number, y: number) => PixelPoint {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map;
  return (x, y) => {
    const w = g * x + h * y + 1;
    return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
  };
}

/** The projective map that takes a rectangle of this size to four corners. */
export const mapToCorners = (width: number, height: number, corners: Corners): number[] =>
  mapBetween(boxCorners(width, height), corners);

/** Where on a rectangle of this size a place of the picture lies, the rectangle's corners being where they are in it. */
export const ontoRectangle = (width: number, height: number, corners: Corners) =>
  takenBy(mapBetween(corners, boxCorners(width, height)));

/** To which side of the picture a panel's own top lies. */
export const tops = ["up", "right", "down", "left"] as const;
export type Top = (typeof tops)[number];

/**
 * The corners in the panel's own order, where it does not lie upright in the picture.
 *
 * @example
 * const corners = [{ x: 0, y: 0 }, { x: 9, y: 0 }, { x: 9, y: 4 }, { x: 0, y: 4 }];
 * withTop(corners, "left")[0] // { x: 0, y: 4 }
 */
export const withTop = (corners: Corners, top: Top): Corners =>
  mapCorners(corners, (_, k) => corners[(k + tops.indexOf(top)) % 4]!);

export const apartPx = (a: PixelPoint, b: PixelPoint): number => Math.hypot(a.x - b.x, a.y - b.y);

/** A panel is told by its sides where one is so many times the other. */
const LONG_TIMES = 1.15;

/**
 * Whether a long panel lies on its side in the picture: longer the way that it is shorter itself.
 *
 * @example
 * const corners = [{ x: 0, y: 0 }, { x: 90, y: 0 }, { x: 90, y: 40 }, { x: 0, y: 40 }];
 * liesOnSide(corners, { widthMm: 50, heightMm: 110 }) // true
 */
export function liesOnSide(
  [a, b, c, d]: Corners,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
): boolean {
  const seen = (apartPx(a, b) + apartPx(d, c)) / (apartPx(a, d) + apartPx(b, c));
  const own = widthMm / heightMm;
  return Math.max(own, 1 / own) > LONG_TIMES && (own > 1 ? 1 / seen : seen) > LONG_TIMES;
}

/** How fine a panel of this size can be squared up without pixels between its own, px per mm; no side longer than `mostPx`. */
export function pxPerMmOf(
  [a, b, c, d]: Corners,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  mostPx: number,
): number {
  return Math.min(
    (apartPx(a, b) + apartPx(d, c)) / 2 / widthMm,
    (apartPx(a, d) + apartPx(b, c)) / 2 / heightMm,
    mostPx / Math.max(widthMm, heightMm),
  );
}

/** Whether four corners go round a panel: none turns back. */
export function isConvex(corners: Corners): boolean {
  return corners.every((b, i) => {
    const a = corners[(i + 3) % 4]!;
    const c = corners[(i + 1) % 4]!;
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 1;
  });
}

/** Weights between pixels are held in so many parts of one: whole numbers, the same wherever they are summed. */
const BITS = 14;
const ONE = 1 << BITS;

/**
 * The panel of a picture squared up to this size, each pixel led straight between the four that it falls among. RGBA. In plain TypeScript;
 * `squareUp` does it faster.
 */
export function plainSquareUp(
  { rgba, width, height }: Photo,
  corners: Corners,
  to: { width: number; height: number },
): Uint8ClampedArray {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = mapToCorners(to.width, to.height, corners);
  const out = new Uint8ClampedArray(4 * to.width * to.height);
  const [mostX, mostY] = [width - 1, height - 1];
  let into = 0;
  for (let y = 0; y < to.height; y += 1) {
    const py = y + 0.5;
    const [fromU, fromV, fromW] = [b * py + c, e * py + f, h * py + 1];
    for (let x = 0; x < to.width; x += 1) {
      const px = x + 0.5;
      const w = 1 / (px * g + fromW);
      const u = Math.min(mostX, Math.max(0, (px * a + fromU) * w - 0.5));
      const v = Math.min(mostY, Math.max(0, (px * d + fromV) * w - 0.5));
      const left = Math.min(width - 2, u | 0);
      const top = Math.min(height - 2, v | 0);
      const s = ((u - left) * ONE) | 0;
      const t = ((v - top) * ONE) | 0;
      const at = 4 * (top * width + left);
      const below = at + 4 * width;
      const upperLeft = ((ONE - s) * (ONE - t)) >> BITS;
      const upperRight = (s * (ONE - t)) >> BITS;
      const lowerLeft = ((ONE - s) * t) >> BITS;
      const lowerRight = ONE - upperLeft - upperRight - lowerLeft;
      for (let k = 0; k < 3; k += 1) {
        const sum =
          upperLeft * rgba[at + k]! +
          upperRight * rgba[at + 4 + k]! +
          lowerLeft * rgba[below + k]! +
          lowerRight * rgba[below + 4 + k]!;
        out[into + k] = (sum + ONE / 2) >> BITS;
      }
      out[into + 3] = 255;
      into += 4;
    }
  }
  return out;
}
