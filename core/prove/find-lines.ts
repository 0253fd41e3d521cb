import type { Defect } from "./defects.ts";
import { DIRECTIONS, lineSums, VALUE_PARTS, Z_PARTS } from "./line-sums.ts";
import { MOST, type PanelLight } from "./panel-light.ts";
import { nearPlaces } from "./near-places.ts";
import { seedSigma, tailSigma } from "./seed-sigma.ts";
import { FARTHEST } from "./without-grid.ts";

/** A line is looked for at so many pixels a mm: about as wide as it is. */
const PX_PER_MM = 10;
/** What is broader than this is light that changes, mm. */
const BASE_MM = 0.3;
/** Noise is measured over so many mm each way. */
const NOISE_MM = 1.5;
/** More than so many deviations tell no more: else a speck makes lines of itself. */
const MOST_SIGMA = 2.5;
/** Seeds of a line, in deviations of sums along lines, and how far down it is followed, in their parts. */
const SEED_SIGMA = 6.9;
const FOLLOW = 4.2 * Z_PARTS;
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

/** So many rows can be summed at the most: a picture finer than that is no picture of a panel. */
const within = (reach: number, least: number): number =>
  Math.min((MOST.rows - 2) / 2, Math.max(least, reach));

/** Sum along a line's direction about a place, over its length. */
function sumAlong(
  values: Int16Array,
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

/** What lines are looked for in, small enough to be sent to another thread. */
export interface LinesAsked {
  /** How far each square of `by` pixels stands out, in `VALUE_PARTS` of its noise, row after row. */
  values: Int16Array;
  width: number;
  height: number;
  by: number;
  /** The picture that the squares are of. */
  of: { width: number; height: number; pxPerMm: number };
}

/**
 * What lines are to be looked for in. `panel`: one without its grid, whose own light is given up; null where it is too small. `isBright`:
 * whether they are lighter than what is around.
 */
export function linesToFind(
  panel: PanelLight,
  pxPerMm: number,
  isBright: boolean,
  ignored: Uint8Array | null,
): LinesAsked | null {
  const by = Math.max(1, Math.round(pxPerMm / PX_PER_MM));
  if (panel.width < 40 * by || panel.height < 40 * by) return null;
  const { values, width, height } = panel.standing({
    by,
    sign: isBright ? 1 : -1,
    close: within(Math.round(BASE_MM * pxPerMm), 2),
    far: within(Math.round((NOISE_MM * pxPerMm) / by), 4),
    most: MOST_SIGMA,
    parts: VALUE_PARTS,
  });
  if (ignored)
    for (let i = 0; i < values.length; i += 1)
      if (ignored[Math.floor(i / width) * by * panel.width + (i % width) * by]) values[i] = 0;
  return { values, width, height, by, of: { width: panel.width, height: panel.height, pxPerMm } };
}

/** Where values are over a limit, in order. */
function over(values: Int16Array, limit: number): Int32Array {
  let many = 0;
  for (let i = 0; i < values.length; i += 1) if (values[i]! > limit) many += 1;
  const at = new Int32Array(many);
  let next = 0;
  for (let i = 0; next < many; i += 1) if (values[i]! > limit) at[next++] = i;
  return at;
}

/** Faint lines, straight or bent: what no pixel shows by itself, sums along them do. */
export function findLines({ values, width: w, height: h, by, of }: LinesAsked): FoundLine[] {
  const scale = of.pxPerMm / by;
  const { z, direction } = lineSums(values, w, h);
  const pixels = over(z, FOLLOW);
  const { order, starts, count } = nearPlaces(pixels, w, 1);
  /** Where each line stands out most. */
  const peaks = Array.from({ length: count }, (_, line) => {
    let peak = pixels[order[starts[line]!]!]!;
    for (let k = starts[line]!; k < starts[line + 1]!; k += 1) {
      const i = pixels[order[k]!]!;
      if (z[i]! > z[peak]!) peak = i;
    }
    return peak;
  });
  const least =
    Z_PARTS *
    tailSigma(
      Float32Array.from(peaks, (at) => z[at]! / Z_PARTS),
      seedSigma(SEED_SIGMA, of),
    );
  return peaks.flatMap((at, line): FoundLine[] => {
    const most = z[at]!;
    if (most < least) return [];
    const own = Array.from(order.subarray(starts[line], starts[line + 1]), (k) => pixels[k]!);
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
      const weight = (z[i]! - FOLLOW) ** 2;
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
          strength: most / Z_PARTS,
        },
        points: own.map((i) => ({ xMm: ((i % w) + 0.5) / scale, yMm: (Math.floor(i / w) + 0.5) / scale })),
      },
    ];
  });
}
