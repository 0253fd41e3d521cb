import { lightAt } from "./find-panel.ts";
import type { Corners, PixelPoint } from "./square-up.ts";

/** So far to either side of the panel's edge its light is followed, px, in such steps. */
const REACH = 10;
const STEP = 0.25;
/** So many places of a side are looked at, its rounded ends left out. */
const PLACES = 240;
const END_SHARE = 0.14;
/** Where the panel differs by less from what is beside it, in steps of 255, its edge tells nothing. */
const LEAST_CONTRAST = 15;

interface Picture {
  rgba: ArrayLike<number>;
  width: number;
  height: number;
}

/** Whether a place lies between pixels of the picture on all sides. */
const isAmongPixels = ({ width, height }: Picture, { x, y }: PixelPoint): boolean =>
  x >= 0.5 && y >= 0.5 && x < width - 0.5 && y < height - 0.5;

/** Where a step of light passes a level, from one end on, in parts of the way; null where it never does. */
function passes(steps: readonly number[], level: number): number | null {
  for (let k = 1; k < steps.length; k += 1) {
    const [a, b] = [steps[k - 1]!, steps[k]!];
    if (a < level && b >= level) return k - 1 + (level - a) / (b - a);
  }
  return null;
}

/** The blur of one side's edge, px: the mean of many ways across it, so that the panel's grid is averaged out. */
function blurOfSide(picture: Picture, from: PixelPoint, to: PixelPoint): number | null {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const across = Array.from({ length: 2 * (REACH / STEP) + 1 }, (_, k) => k * STEP - REACH);
  const sums = new Float64Array(across.length);
  let many = 0;
  for (let k = 0; k < PLACES; k += 1) {
    const along = length * (END_SHARE + ((1 - 2 * END_SHARE) * (k + 0.5)) / PLACES);
    const place = (off: number) => ({ x: from.x + along * ux - off * uy, y: from.y + along * uy + off * ux });
    if (![place(-REACH), place(REACH)].every((end) => isAmongPixels(picture, end))) continue;
    across.forEach((off, k) => {
      const { x, y } = place(off);
      sums[k]! += lightAt(picture, x, y);
    });
    many += 1;
  }
  if (many < PLACES / 4) return null;
  const mean = Array.from(sums, (sum) => sum / many);
  const end = Math.round(mean.length / 5);
  const level = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length;
  const [outside, inside] = [level(mean.slice(0, end)), level(mean.slice(-end))];
  if (Math.abs(inside - outside) < LEAST_CONTRAST) return null;
  const share = mean.map((value) => (value - outside) / (inside - outside));
  // A step under a Gaussian blur is at 15.9 and 84.1 % one deviation to either side of its middle.
  const [first, last] = [passes(share, 0.1587), passes(share, 0.8413)];
  return first === null || last === null ? null : ((last - first) * STEP) / 2;
}

/**
 * How far a picture is out of focus, as the deviation of the blur in its own pixels, told by the panel's edges: of the four sides the middle
 * one of those that tell. Null where none does. A pixel's own width counts as 0.29 of blur.
 *
 * @example
 * const edge = { rgba: new Uint8Array(4 * 60 * 60).fill(90), width: 60, height: 60 };
 * const at = [{ x: 15, y: 15 }, { x: 45, y: 15 }, { x: 45, y: 45 }, { x: 15, y: 45 }];
 * edgeBlurPx(edge, at) // null
 */
export function edgeBlurPx(picture: Picture, corners: Corners): number | null {
  const told = corners
    .map((corner, k) => blurOfSide(picture, corner, corners[(k + 1) % corners.length]!))
    .filter((blur) => blur !== null)
    .sort((a, b) => a - b);
  return told[told.length >> 1] ?? null;
}
