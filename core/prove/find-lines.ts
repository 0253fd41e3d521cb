import type { Defect } from "./defects.ts";
import { DIRECTIONS, lineSums } from "./line-sums.ts";
import { labelPlaces, type GreyPicture } from "./picture.ts";
import { FARTHEST, smoothed } from "./without-grid.ts";

/** A line is looked for at so many pixels a mm: about as wide as it is. */
const PX_PER_MM = 10;
/** What is broader than this is light that changes, mm. */
const BASE_MM = 0.3;
/** Noise is measured over so many mm each way. */
const NOISE_MM = 1.5;
/** More than so many deviations tell no more: else a speck makes lines of itself. */
const MOST_SIGMA = 2.5;
/** Seeds of a line, and how far down it is followed, in deviations of sums along lines. */
const SEED_SIGMA = 6.9;
const FOLLOW_SIGMA = 4.2;
/** Fringes lie side by side, light and dark: a line has nothing so strong beside it, as a share of its own. */
const FRINGE_SHARE = 0.5;
const FRINGE_MM = [0.4, 0.5, 0.65, 0.8, 1];
const LEAST_MM = 0.8;
/** A line that leaves the straight by more than this share of its length is a fibre. */
const STRAIGHT_SHARE = 0.05;

/** A line, and the pixels of the picture that it runs through. */
export interface FoundLine {
  defect: Defect;
  points: { xMm: number; yMm: number }[];
}

/** Each pixel's difference from what is close around, its noise being one, in pixels of about a tenth of a mm. */
function standing(picture: GreyPicture, pxPerMm: number, sign: number) {
  const { width, height, light } = picture;
  const by = Math.max(1, Math.round(pxPerMm / PX_PER_MM));
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const base = smoothed(light, width, height, Math.max(2, Math.round(BASE_MM * pxPerMm)));
  const values = new Float32Array(w * h);
  for (let y = 0; y < h * by; y += 1)
    for (let x = 0; x < w * by; x += 1) {
      const i = y * width + x;
      values[Math.floor(y / by) * w + Math.floor(x / by)]! += (sign * (light[i]! - base[i]!)) / by;
    }
  const reach = Math.max(4, Math.round((NOISE_MM * pxPerMm) / by));
  const noise = smoothed(values.map(Math.abs), w, h, reach);
  // The mean of a normal's absolute deviations is 0.8 of its deviation.
  for (let i = 0; i < values.length; i += 1) {
    const sigma = 1.25 * noise[i]! + 1e-6;
    values[i] = Math.min(MOST_SIGMA, Math.max(-MOST_SIGMA, values[i]! / sigma));
  }
  return { values, w, h, by, scale: pxPerMm / by };
}

/** Sum along a line's direction about a place, over its length. */
function sumAlong(
  values: Float32Array,
  w: number,
  h: number,
  x: number,
  y: number,
  ux: number,
  uy: number,
  half: number,
) {
  let sum = 0;
  for (let s = -half; s <= half; s += 1) {
    const [px, py] = [Math.round(x + s * ux), Math.round(y + s * uy)];
    if (px >= 0 && py >= 0 && px < w && py < h) sum += values[py * w + px]!;
  }
  return sum;
}

/**
 * Faint lines, straight or bent: what no pixel shows by itself, sums along them do. `isBright`: whether they are lighter than what is
 * around.
 */
export function findLines(
  picture: GreyPicture,
  pxPerMm: number,
  isBright: boolean,
  ignored: Uint8Array | null,
): FoundLine[] {
  const { values, w, h, by, scale } = standing(picture, pxPerMm, isBright ? 1 : -1);
  if (w < 40 || h < 40) return [];
  if (ignored)
    for (let i = 0; i < values.length; i += 1)
      if (ignored[Math.floor(i / w) * by * picture.width + (i % w) * by]) values[i] = 0;
  const { z, direction } = lineSums(values, w, h);
  const mask = new Uint8Array(w * h);
  for (let i = 0; i < mask.length; i += 1) mask[i] = z[i]! > FOLLOW_SIGMA ? 1 : 0;
  const { labels, count, pixels } = labelPlaces(mask, w, h);
  const lines = Array.from({ length: count }, () => ({ own: [] as number[], most: 0, at: 0 }));
  for (const i of pixels) {
    const line = lines[labels[i]! - 1]!;
    line.own.push(i);
    if (z[i]! > line.most) {
      line.most = z[i]!;
      line.at = i;
    }
  }
  return lines.flatMap(({ own, most, at }): FoundLine[] => {
    if (most < SEED_SIGMA) return [];
    const angle = (Math.PI * direction[at]!) / DIRECTIONS;
    const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    const [x0, y0] = [at % w, Math.floor(at / w)];
    const half = Math.round(0.8 * scale);
    const strength = Math.max(
      ...[-1, 0, 1].map((off) => sumAlong(values, w, h, x0 - off * uy, y0 + off * ux, ux, uy, half)),
    );
    const beside = FRINGE_MM.flatMap((mm) =>
      [-mm, mm].map(
        (off) => -sumAlong(values, w, h, x0 - off * scale * uy, y0 + off * scale * ux, ux, uy, half),
      ),
    );
    if (Math.max(...beside) > FRINGE_SHARE * strength) return [];
    // Near the rim a grid is predicted from one side only: a line that lies there is what that leaves.
    const rim = FARTHEST / by;
    const inRim = own.filter((i) => {
      const [x, y] = [i % w, Math.floor(i / w)];
      return Math.min(x, y, w - 1 - x, h - 1 - y) < rim;
    }).length;
    if (inRim > 0.8 * own.length) return [];
    // Along its own direction: from end to end, less what a sum reaches past it, and how far its middle leaves the straight.
    let [low, high] = [Infinity, -Infinity];
    for (const i of own) {
      const a = ((i % w) - x0) * ux + (Math.floor(i / w) - y0) * uy;
      low = Math.min(low, a);
      high = Math.max(high, a);
    }
    const bins = 9;
    const sums = new Float64Array(bins);
    const weights = new Float64Array(bins);
    let [sx, sy, sw] = [0, 0, 0];
    for (const i of own) {
      const [dx, dy] = [(i % w) - x0, Math.floor(i / w) - y0];
      const weight = (z[i]! - FOLLOW_SIGMA) ** 2;
      const bin = Math.min(
        bins - 1,
        Math.floor((bins * (dx * ux + dy * uy - low)) / Math.max(1, high - low)),
      );
      sums[bin]! += weight * (-dx * uy + dy * ux);
      weights[bin]! += weight;
      sx += weight * dx;
      sy += weight * dy;
      sw += weight;
    }
    const long = high - low + 1;
    const middles = [...sums].flatMap((sum, k) => (weights[k]! > 0 ? [sum / weights[k]!] : []));
    // Straight, but not along the direction that was tried: the ends lie off by the same on either side.
    const [first, last] = [middles[0]!, middles.at(-1)!];
    const bent = middles.map(
      (value, k) => value - first - ((last - first) * k) / Math.max(1, middles.length - 1),
    );
    const lengthMm = long / scale;
    if (lengthMm < LEAST_MM) return [];
    const isBent = Math.max(...bent) - Math.min(...bent) > STRAIGHT_SHARE * long;
    return [
      {
        defect: {
          kind: isBent ? "fibre" : "scratch",
          xMm: (x0 + sx / sw + 0.5) / scale,
          yMm: (y0 + sy / sw + 0.5) / scale,
          areaMm2: lengthMm / scale,
          lengthMm,
          strength: most,
        },
        points: own.map((i) => ({ xMm: ((i % w) + 0.5) / scale, yMm: (Math.floor(i / w) + 0.5) / scale })),
      },
    ];
  });
}
