import { z } from "zod";
import { bounded } from "../units.ts";
import { foldDeg } from "./axis-angle.ts";

/** Millimetres from the lower left corner of the sheet as it lies for cutting: x to the right, y up, angles counter-clockwise. */
export const point = z.strictObject({ xMm: z.number(), yMm: z.number() });
export type Point = z.output<typeof point>;

/** A point as it comes in from outside. */
export const sheetPlace = z.strictObject({ xMm: bounded(-5_000, 10_000), yMm: bounded(-5_000, 10_000) });

/** A rectangle that lies turned on a sheet. */
export interface Placed {
  widthMm: number;
  heightMm: number;
  rotationDeg: number;
  centre: Point;
}

/** Lengths closer than this are the same, mm. */
export const SAME_MM = 1e-7;

const toRadians = (deg: number) => (deg * Math.PI) / 180;

/** A turn that is no farther from a right angle is one. */
const SQUARE_WITHIN_DEG = 1e-4;

/**
 * How a piece is turned on the sheet so that the sheet's axis becomes the one that is wanted, deg in (-90, 90]. `mirrored` where the
 * face that will look away from the viewer is up while it is cut.
 */
export function rotationFor(wantedAxisDeg: number, sheetAxisDeg: number, mirrored: boolean): number {
  const seen = mirrored ? -wantedAxisDeg : wantedAxisDeg;
  const folded = foldDeg(sheetAxisDeg - seen);
  // So near to square it is square: over a metre it makes two thousandths of a millimetre, and rows along an edge would not know themselves.
  const square = 90 * Math.round(folded / 90);
  const turned = Math.abs(folded - square) < SQUARE_WITHIN_DEG ? square : folded;
  return turned > 90 ? turned - 180 : turned;
}

/** The upright box that a turned rectangle needs: w |cos| + h |sin| and the other way round. */
export function boundingOf(widthMm: number, heightMm: number, rotationDeg: number) {
  const [c, s] = [Math.abs(Math.cos(toRadians(rotationDeg))), Math.abs(Math.sin(toRadians(rotationDeg)))];
  return { widthMm: widthMm * c + heightMm * s, heightMm: widthMm * s + heightMm * c };
}

/** A point given in a frame that is turned, in the sheet's. */
export const turned = ({ xMm, yMm }: Point, rotationDeg: number): Point => {
  const [c, s] = [Math.cos(toRadians(rotationDeg)), Math.sin(toRadians(rotationDeg))];
  return { xMm: c * xMm - s * yMm, yMm: s * xMm + c * yMm };
};

/** The corners, from the piece's own lower left counter-clockwise. */
export function cornersOf({ widthMm, heightMm, rotationDeg, centre }: Placed): Point[] {
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) => {
    const corner = turned({ xMm: (sx! * widthMm) / 2, yMm: (sy! * heightMm) / 2 }, rotationDeg);
    return { xMm: centre.xMm + corner.xMm, yMm: centre.yMm + corner.yMm };
  });
}

/**
 * The line that a piece is cut along: its corners, or its own outline inside them. Seen from the face that looks away from the viewer an
 * outline is mirrored.
 *
 * @param pathMm from the left and from the top of the piece, as the viewer sees it
 */
export function cutLine(placed: Placed, pathMm: readonly Point[] | undefined, mirrored: boolean): Point[] {
  if (!pathMm) return cornersOf(placed);
  const { widthMm, heightMm, rotationDeg, centre } = placed;
  return pathMm.map(({ xMm, yMm }) => {
    const across = mirrored ? widthMm - xMm : xMm;
    const at = turned({ xMm: across - widthMm / 2, yMm: heightMm / 2 - yMm }, rotationDeg);
    return { xMm: centre.xMm + at.xMm, yMm: centre.yMm + at.yMm };
  });
}

/** The lines of a piece's holes, each as its outline is. */
export const cutHoles = (
  placed: Placed,
  holesMm: readonly (readonly Point[])[] | undefined,
  mirrored: boolean,
): Point[][] => (holesMm ?? []).map((hole) => cutLine(placed, hole, mirrored));

/** A direction across which two rectangles may stand apart, and how far their centres must be along it. */
export interface Separation {
  nx: number;
  ny: number;
  farMm: number;
}

type Turned = Omit<Placed, "centre">;

/**
 * The directions that can part two rectangles with a gap: one pair of faces of either (separating axis theorem). Where none of them does,
 * they overlap or come too close.
 */
export function separations(a: Turned, b: Turned, gapMm: number): Separation[] {
  const apartDeg = Math.abs(foldDeg(a.rotationDeg - b.rotationDeg));
  const isSquare = [0, 90, 180].some((deg) => Math.abs(apartDeg - deg) < 1e-9);
  return (isSquare ? [a] : [a, b]).flatMap((own) => {
    const other = own === a ? b : a;
    return [0, 90].map((more) => {
      const deg = own.rotationDeg + more;
      const reach = boundingOf(other.widthMm, other.heightMm, other.rotationDeg - deg).widthMm;
      return {
        nx: Math.cos(toRadians(deg)),
        ny: Math.sin(toRadians(deg)),
        farMm: ((more === 0 ? own.widthMm : own.heightMm) + reach) / 2 + gapMm,
      };
    });
  });
}

/** Whether two pieces keep their gap. */
export function areApart(a: Placed, b: Placed, gapMm: number): boolean {
  const [dx, dy] = [b.centre.xMm - a.centre.xMm, b.centre.yMm - a.centre.yMm];
  return separations(a, b, gapMm).some(({ nx, ny, farMm }) => Math.abs(nx * dx + ny * dy) >= farMm - SAME_MM);
}

/** Whether a piece lies on a sheet, clear of its margin. */
export function isInside(
  piece: Placed,
  sheet: { widthMm: number; heightMm: number },
  trimMm: number,
): boolean {
  const box = boundingOf(piece.widthMm, piece.heightMm, piece.rotationDeg);
  const { xMm, yMm } = piece.centre;
  return (
    xMm - box.widthMm / 2 >= trimMm - SAME_MM &&
    yMm - box.heightMm / 2 >= trimMm - SAME_MM &&
    xMm + box.widthMm / 2 <= sheet.widthMm - trimMm + SAME_MM &&
    yMm + box.heightMm / 2 <= sheet.heightMm - trimMm + SAME_MM
  );
}
