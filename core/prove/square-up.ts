import { Matrix, solve } from "ml-matrix";

export interface PixelPoint {
  x: number;
  y: number;
}
/** Corners of the panel in a picture, px: upper left, upper right, lower right, lower left, as the viewer sees it. */
export type Corners = readonly [PixelPoint, PixelPoint, PixelPoint, PixelPoint];

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
  mapBetween(
    [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
    corners,
  );

/** Whether four corners go round a panel: none turns back. */
export function isConvex(corners: Corners): boolean {
  return corners.every((b, i) => {
    const a = corners[(i + 3) % 4]!;
    const c = corners[(i + 1) % 4]!;
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 1;
  });
}

/** The panel of a picture squared up to this size, each pixel led straight between the four that it falls among. RGBA. */
export function squareUp(
  { rgba, width, height }: { rgba: ArrayLike<number>; width: number; height: number },
  corners: Corners,
  to: { width: number; height: number },
): Uint8ClampedArray {
  const place = takenBy(mapToCorners(to.width, to.height, corners));
  const out = new Uint8ClampedArray(4 * to.width * to.height);
  const within = (value: number, most: number) => Math.min(most, Math.max(0, value));
  for (let y = 0; y < to.height; y += 1) {
    for (let x = 0; x < to.width; x += 1) {
      const from = place(x + 0.5, y + 0.5);
      const u = within(from.x - 0.5, width - 1);
      const v = within(from.y - 0.5, height - 1);
      const [left, top] = [Math.min(width - 2, Math.floor(u)), Math.min(height - 2, Math.floor(v))];
      const [s, t] = [u - left, v - top];
      const at = 4 * (top * width + left);
      const below = at + 4 * width;
      const into = 4 * (y * to.width + x);
      for (let k = 0; k < 3; k += 1) {
        const upper = rgba[at + k]! * (1 - s) + rgba[at + 4 + k]! * s;
        const lower = rgba[below + k]! * (1 - s) + rgba[below + 4 + k]! * s;
        out[into + k] = upper * (1 - t) + lower * t;
      }
      out[into + 3] = 255;
    }
  }
  return out;
}
