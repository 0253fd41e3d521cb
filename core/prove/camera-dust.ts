import { sizeMm } from "./judge.ts";
import type { Defect } from "./defects.ts";
import { mapToCorners, takenBy, type Corners, type PixelPoint } from "./square-up.ts";

/** A look at the panel, and where the panel lay in its photo. */
export interface Shot {
  defects: readonly Defect[];
  corners: Corners;
}

interface Size {
  widthMm: number;
  heightMm: number;
}

/** Dust on a lens or a sensor stays within so many pixels; a defect within so many mm of its place on the panel. */
const SAME_PX = 4;
const SAME_MM = 0.5;
/** The panel must have moved by so many px somewhere; and where a place moved by less than the second, nothing is said of it. */
const LEAST_MOVE_PX = 16;
const LEAST_THERE_PX = 8;

/** Where a place of the panel lies in a photo, px. */
function inPhoto(
  { widthMm, heightMm }: Size,
  corners: Corners,
): (at: { xMm: number; yMm: number }) => PixelPoint {
  const place = takenBy(mapToCorners(widthMm, heightMm, corners));
  return ({ xMm, yMm }) => place(xMm, yMm);
}

/**
 * Which defects of a first look are the camera's own dust, by a second with the panel moved: they lie at the same place of the photo, and
 * nothing at their place on the panel. Gives their indices; null where the panel moved too little to tell.
 */
export function cameraDust(first: Shot, second: Shot, panel: Size): number[] | null {
  const [placeFirst, placeSecond] = [inPhoto(panel, first.corners), inPhoto(panel, second.corners)];
  const moved = first.corners.map((corner, i) => {
    const other = second.corners[i]!;
    return Math.hypot(corner.x - other.x, corner.y - other.y);
  });
  if (Math.max(...moved) < LEAST_MOVE_PX) return null;
  return first.defects.flatMap((defect, i) => {
    const at = placeFirst(defect);
    const later = placeSecond(defect);
    if (Math.hypot(later.x - at.x, later.y - at.y) < LEAST_THERE_PX) return [];
    const isOnPanel = second.defects.some(
      (other) => Math.hypot(other.xMm - defect.xMm, other.yMm - defect.yMm) <= SAME_MM + sizeMm(defect) / 2,
    );
    const isOnCamera = second.defects.some((other) => {
      const there = placeSecond(other);
      return Math.hypot(there.x - at.x, there.y - at.y) <= SAME_PX;
    });
    return isOnCamera && !isOnPanel ? [i] : [];
  });
}
