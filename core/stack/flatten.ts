import type { PanelPoint } from "./panel-point.ts";
import { toThousandth, unitVector } from "./ring.ts";

/** Ours are nearer, so that a round outline looks round on a large screen. */
const FLAT_MM = 0.01;

/** Turns of the straight pieces that an arc is drawn by, so that none is farther from it than that. */
export const piecesOfArc = (radiusMm: number, sweepRad: number, flatMm = FLAT_MM): number =>
  Math.max(
    1,
    Math.ceil(Math.abs(sweepRad) / (2 * Math.acos(Math.max(0, 1 - flatMm / Math.max(radiusMm, flatMm))))),
  );

/**
 * An arc as points, its two ends among them; angles in radians from the right, clockwise as seen. Places to a thousandth of a mm.
 *
 * @example
 * flatArc({ xMm: 5, yMm: 5 }, 5, 0, Math.PI / 2).at(-1) // { xMm: 5, yMm: 10 }
 */
export function flatArc(
  { xMm, yMm }: PanelPoint,
  radiusMm: number,
  fromRad: number,
  sweepRad: number,
): PanelPoint[] {
  const count = piecesOfArc(radiusMm, sweepRad);
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = fromRad + (sweepRad * i) / count;
    return {
      xMm: toThousandth(xMm + radiusMm * Math.cos(angle)),
      yMm: toThousandth(yMm + radiusMm * Math.sin(angle)),
    };
  });
}

/** A circle as a closed path: its highest, lowest and outermost places are among its points. */
export const flatCircle = (centre: PanelPoint, radiusMm: number): PanelPoint[] =>
  [0, 1, 2, 3].flatMap((quarter) =>
    flatArc(centre, radiusMm, ((quarter - 1) * Math.PI) / 2, Math.PI / 2).slice(0, -1),
  );

/** A closed path through corners, each rounded by its radius, mm; 0 leaves it sharp. */
export function roundedPath(
  corners: readonly (readonly [xMm: number, yMm: number, radiusMm: number])[],
): PanelPoint[] {
  return corners.flatMap(([x, y, radius], i) => {
    if (radius === 0) return [{ xMm: x, yMm: y }];
    const [px, py] = corners[(i + corners.length - 1) % corners.length]!;
    const [nx, ny] = corners[(i + 1) % corners.length]!;
    const [inX, inY] = unitVector(x - px, y - py);
    const [outX, outY] = unitVector(nx - x, ny - y);
    const turn = Math.atan2(inX * outY - inY * outX, inX * outX + inY * outY);
    const back = radius * Math.tan(Math.abs(turn) / 2);
    const side = Math.sign(turn);
    const start = { x: x - back * inX, y: y - back * inY };
    const centre = { xMm: start.x - side * radius * inY, yMm: start.y + side * radius * inX };
    return flatArc(centre, radius, Math.atan2(start.y - centre.yMm, start.x - centre.xMm), turn);
  });
}
