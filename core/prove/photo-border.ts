import { median } from "../median.ts";
import { firstStep, lightAt } from "./find-panel.ts";

export interface BorderWidths {
  top: [number, number];
  right: [number, number];
  bottom: [number, number];
  left: [number, number];
}

/** Each edge's border is read at so many places, its ends left out; and so finely, samples a mm. */
const PLACES = 60;
const END_SHARE = 0.15;
const LEAST_STEP = 6;
/** A step is at most so many samples wide to either side of its steepest place: three pixels. */
const SLOPE_REACH = 6;
/** The glass's own rim is passed over, mm. */
const RIM_MM = 0.4;

/** A straight line through places, those far off it left out once: its value at 0 and at 1. */
function ends(places: readonly (readonly [share: number, mm: number])[]): [number, number] | null {
  let used = [...places];
  for (let round = 0; round < 2; round += 1) {
    if (used.length < 8) return null;
    const n = used.length;
    const mx = used.reduce((sum, [x]) => sum + x, 0) / n;
    const my = used.reduce((sum, [, y]) => sum + y, 0) / n;
    const slope =
      used.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) /
      used.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
    const at = (x: number) => my + slope * (x - mx);
    if (round === 1) return [at(0), at(1)];
    const limit = 3 * 1.4826 * median(used.map(([x, y]) => Math.abs(y - at(x)))) + 0.05;
    used = used.filter(([x, y]) => Math.abs(y - at(x)) <= limit);
  }
  return null;
}

/**
 * How wide the printed border is at both ends of each edge (mm; from the left, from the top), by a picture on white that is squared up to
 * the glass: from its edge inwards to the first strong step from ink to picture. Null where an edge shows none.
 */
export function photoBorder(
  picture: { rgba: ArrayLike<number>; width: number; height: number },
  scalePxPerMm: number,
  borderMm: number,
): BorderWidths | null {
  const { width, height } = picture;
  const reachMm = Math.min(2 * borderMm + 3, Math.min(width, height) / scalePxPerMm / 2.5);
  // Half a pixel a sample, so that the step's middle is found to a tenth.
  const samples = Math.ceil((reachMm - RIM_MM) * scalePxPerMm * 2);
  const edge = (place: (share: number, inPx: number) => [number, number]) => {
    const places: [number, number][] = [];
    for (let k = 0; k < PLACES; k += 1) {
      const share = END_SHARE + ((1 - 2 * END_SHARE) * k) / (PLACES - 1);
      const profile = Array.from({ length: samples }, (_, i) => {
        const inPx = RIM_MM * scalePxPerMm + i / 2;
        return lightAt(picture, ...place(share, inPx));
      });
      // Over four samples, two pixels, so that a single pixel's noise is no step.
      const calm = profile
        .slice(2, -2)
        .map(
          (_, i) => (profile[i]! + profile[i + 1]! + profile[i + 2]! + profile[i + 3]! + profile[i + 4]!) / 5,
        );
      const step = firstStep(calm, LEAST_STEP, { reach: SLOPE_REACH, isUp: true });
      if (step !== null) places.push([share, RIM_MM + (step + 2) / 2 / scalePxPerMm]);
    }
    return ends(places);
  };
  const top = edge((share, inPx) => [share * width, inPx]);
  const bottom = edge((share, inPx) => [share * width, height - inPx]);
  const left = edge((share, inPx) => [inPx, share * height]);
  const right = edge((share, inPx) => [width - inPx, share * height]);
  return top && right && bottom && left ? { top, right, bottom, left } : null;
}
