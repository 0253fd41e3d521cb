import { Matrix, solve } from "ml-matrix";
import { fastGrid } from "./fast-without-grid.ts";
import { randomStream } from "../random.ts";
import type { GreyPicture } from "./picture.ts";

/** A panel's grid is the same over so many pixels: farther on, tilt and lens have turned it. */
const TILE = 256;
/** How far away a pixel is looked for that the grid makes alike, px: past a speck, and not so far that the light has changed. */
const NEAREST = 5;
export const FARTHEST = 26;
/** So many pairs of such pixels predict one. */
const PAIRS = 10;
/** So many places tell which steps are alike, and so many with what weight each counts. */
const LIKE_SAMPLES = 200;
const SAMPLES = 1_000;
/** Weights that hardly matter are kept small, as a share of the light's own spread. */
const RIDGE = 1e-3;
/** A pixel this many deviations off its prediction is not used to predict others. */
const OFF_SIGMA = 3.5;
/** Where a prediction is not so many times nearer than what is around, there is no grid to be seen. */
const GRID_TIMES = 1.05;
/** A ghost stands out less than this share of what it is the ghost of. */
const GHOST_SHARE = 0.4;
/** What is left of a grid's own light is smoothed over so many pixels each way. */
const SMOOTH = 14;

interface Step {
  dx: number;
  dy: number;
}

/** Half of all steps within reach: the other half are their opposites. */
const steps = (() => {
  const found: Step[] = [];
  for (let dy = 0; dy <= FARTHEST; dy += 1)
    for (let dx = dy === 0 ? 1 : -FARTHEST; dx <= FARTHEST; dx += 1) {
      const far = Math.hypot(dx, dy);
      if (far >= NEAREST && far <= FARTHEST) found.push({ dx, dy });
    }
  return found;
})();

/** A rectangle of pixels. */
interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The passes over the pixels: in plain TypeScript, or compiled. */
export interface GridPasses {
  /** How unlike themselves so many places are one step on, for each step: to both sides at once (`isPair`), or to one. */
  unlike(places: Int32Array, many: number, ways: Int32Array, isPair: boolean): Float64Array;
  /** Writes what the pixels of a box are predicted to be. */
  predict(box: Box, offsets: Int32Array, weights: Float32Array): void;
  /** What was written. */
  shown(): Float32Array;
}

/** So many places and so many steps are asked about at the most. */
export const MOST_PLACES = SAMPLES;
export const MOST_STEPS = 2 * PAIRS;

/** The passes in plain TypeScript. */
export function plainGrid({ width, light }: GreyPicture): GridPasses {
  const out = new Float32Array(light.length);
  return {
    unlike: (places, many, ways, isPair) =>
      Float64Array.from(ways, (way) => {
        let sum = 0;
        for (let k = 0; k < many; k += 1) {
          const i = places[k]!;
          sum += Math.abs(
            isPair ? light[i + way]! + light[i - way]! - 2 * light[i]! : light[i + way]! - light[i]!,
          );
        }
        return sum;
      }),
    predict({ left, right, top, bottom }, offsets, weights) {
      for (let y = top; y < bottom; y += 1)
        for (let i = y * width + left; i < y * width + right; i += 1) {
          let value = 0;
          for (let k = 0; k < offsets.length; k += 1) value += weights[k]! * light[i + offsets[k]!]!;
          out[i] = value;
        }
    },
    shown: () => out,
  };
}

/** How pixels are predicted: from others so many pixels on, each with its weight; the weights make one. */
interface Prediction {
  /** In pixels of the picture, row after row. */
  offsets: Int32Array;
  weights: Float32Array;
  /** How far off it usually is, in steps of light. */
  sigma: number;
}

/** Which rim is near, so that nothing lies beyond it: -1 the left or the top, 1 the right or the bottom, 0 none. */
interface Rim {
  x: number;
  y: number;
}

/**
 * The steps over which a tile is most like itself, and the weights that predict it best (least squares, twice: what lay far off the first
 * time is left out). Away from the rim to both sides at once, so that a slope of light does not count.
 */
function prediction(
  { width, height, light }: GreyPicture,
  passes: GridPasses,
  around: Float32Array,
  left: number,
  top: number,
  rim: Rim,
  random: () => number,
): Prediction | null {
  // As near as can be to where both sides of every step are in the picture.
  const within = (from: number, length: number) => {
    const most = Math.max(1, Math.min(TILE, length - 2 * FARTHEST));
    const first = Math.max(FARTHEST, Math.min(from, length - FARTHEST - most));
    return Math.floor(first + random() * most);
  };
  const places = Int32Array.from(
    { length: SAMPLES },
    () => within(top, height) * width + within(left, width),
  );
  const isInside = rim.x === 0 && rim.y === 0;
  const ways = Int32Array.from(
    isInside
      ? steps
      : steps
          .flatMap(({ dx, dy }) => [
            { dx, dy },
            { dx: -dx, dy: -dy },
          ])
          .filter(({ dx, dy }) => rim.x * dx <= 0 && rim.y * dy <= 0),
    ({ dx, dy }) => dy * width + dx,
  );
  // Inside, a way is a pair of pixels to either side; at the rim it is one.
  const beyond = (i: number, way: number) =>
    isInside ? light[i + way]! + light[i - way]! - 2 * light[i]! : light[i + way]! - light[i]!;
  const unlike = passes.unlike(places, LIKE_SAMPLES, ways, isInside);
  const taken = [...ways.keys()]
    .sort((p, q) => unlike[p]! - unlike[q]!)
    .slice(0, PAIRS)
    .map((k) => ways[k]!);
  const many = taken.length;
  const samples = isInside ? SAMPLES : SAMPLES / 2;
  const rows = new Float64Array(samples * many);
  for (let i = 0; i < samples; i += 1)
    for (let k = 0; k < many; k += 1) rows[i * many + k] = beyond(places[i]!, taken[k]!);
  const off = new Float64Array(samples);
  let weights = new Float64Array(many);
  let sigma = 0;
  for (let round = 0; round < 2; round += 1) {
    // Least of w'Nw among weights that make one: N w = 1, scaled.
    const sums = new Float64Array(many * many);
    for (let i = 0; i < samples; i += 1) {
      if (round > 0 && off[i]! > OFF_SIGMA * sigma + 1e-6) continue;
      for (let p = 0; p < many; p += 1)
        for (let q = p; q < many; q += 1) sums[p * many + q]! += rows[i * many + p]! * rows[i * many + q]!;
    }
    let spread = 0;
    for (let p = 0; p < many; p += 1) spread += sums[p * many + p]! / many;
    const normal = Matrix.from1DArray(many, many, sums);
    for (let p = 0; p < many; p += 1) {
      normal.set(p, p, normal.get(p, p) + RIDGE * spread + 1e-9);
      for (let q = 0; q < p; q += 1) normal.set(p, q, normal.get(q, p));
    }
    const solved = solve(normal, Matrix.ones(many, 1)).to1DArray();
    const sum = solved.reduce((all, w) => all + w, 0);
    weights = Float64Array.from(solved, (w) => w / sum);
    for (let i = 0; i < samples; i += 1) {
      let value = 0;
      for (let k = 0; k < many; k += 1) value += weights[k]! * rows[i * many + k]!;
      off[i] = Math.abs(isInside ? value / 2 : value);
    }
    // 1.4826: the median of a normal's absolute deviations is its deviation over that.
    sigma = 1.4826 * off.slice().sort()[samples >> 1]!;
  }
  const plain =
    1.4826 * Float64Array.from(places, (i) => Math.abs(light[i]! - around[i]!)).sort()[SAMPLES >> 1]!;
  if (plain < GRID_TIMES * sigma) return null;
  return isInside
    ? {
        offsets: Int32Array.from([...taken, ...taken.map((way) => -way)]),
        weights: Float32Array.from([...weights, ...weights], (w) => w / 2),
        sigma,
      }
    : { offsets: Int32Array.from(taken), weights: Float32Array.from(weights), sigma };
}

/** A part of the picture and how its pixels are predicted. */
interface Part extends Box {
  /** Null where no grid is seen. */
  by: Prediction | null;
}

/** From where to where a line of pixels is near its start, inside, and near its end. */
function spans(from: number, to: number, length: number): { from: number; to: number; rim: number }[] {
  return [
    { from, to: Math.min(to, FARTHEST), rim: -1 },
    { from: Math.max(from, FARTHEST), to: Math.min(to, length - FARTHEST), rim: 0 },
    { from: Math.max(from, length - FARTHEST), to, rim: 1 },
  ].filter((span) => span.to > span.from);
}

function partsOf(picture: GreyPicture, passes: GridPasses, around: Float32Array): Part[] {
  const { width, height } = picture;
  const random = randomStream(width * 31 + height);
  const parts: Part[] = [];
  for (let top = 0; top < height; top += TILE)
    for (let left = 0; left < width; left += TILE)
      for (const down of spans(top, Math.min(height, top + TILE), height))
        for (const across of spans(left, Math.min(width, left + TILE), width))
          parts.push({
            left: across.from,
            right: across.to,
            top: down.from,
            bottom: down.to,
            by: prediction(picture, passes, around, left, top, { x: across.rim, y: down.rim }, random),
          });
  return parts;
}

/** Means over a square of `2 * reach + 1` pixels, cut off at the rim. */
export function smoothed(values: Float32Array, width: number, height: number, reach: number): Float32Array {
  const across = new Float32Array(values.length);
  for (let y = 0; y < height; y += 1) {
    const start = y * width;
    let [sum, many] = [0, 0];
    for (let x = -reach; x < width; x += 1) {
      if (x + reach < width) {
        sum += values[start + x + reach]!;
        many += 1;
      }
      if (x - reach - 1 >= 0) {
        sum -= values[start + x - reach - 1]!;
        many -= 1;
      }
      if (x >= 0) across[start + x] = sum / many;
    }
  }
  const out = new Float32Array(values.length);
  const sums = new Float64Array(width);
  let many = 0;
  for (let y = -reach; y < height; y += 1) {
    if (y + reach < height) {
      const start = (y + reach) * width;
      for (let x = 0; x < width; x += 1) sums[x]! += across[start + x]!;
      many += 1;
    }
    if (y - reach - 1 >= 0) {
      const start = (y - reach - 1) * width;
      for (let x = 0; x < width; x += 1) sums[x]! -= across[start + x]!;
      many -= 1;
    }
    if (y >= 0) for (let x = 0; x < width; x += 1) out[y * width + x] = sums[x]! / many;
  }
  return out;
}

/** The most of each square of so many pixels and its eight neighbours. */
function mostAround(values: Float32Array, width: number, height: number): (x: number, y: number) => number {
  const [columns, rows] = [Math.ceil(width / FARTHEST), Math.ceil(height / FARTHEST)];
  const own = new Float32Array(columns * rows);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const k = Math.floor(y / FARTHEST) * columns + Math.floor(x / FARTHEST);
      own[k] = Math.max(own[k]!, Math.abs(values[y * width + x]!));
    }
  const around = own.map((_, k) => {
    const [c, r] = [k % columns, Math.floor(k / columns)];
    let most = 0;
    for (let v = Math.max(0, r - 1); v <= Math.min(rows - 1, r + 1); v += 1)
      for (let u = Math.max(0, c - 1); u <= Math.min(columns - 1, c + 1); u += 1)
        most = Math.max(most, own[v * columns + u]!);
    return most;
  });
  return (x, y) => around[Math.floor(y / FARTHEST) * columns + Math.floor(x / FARTHEST)]!;
}

/** The predictions again without what stands out: `beyond` is by how much a pixel does, else 0. */
function mended(
  shown: Float32Array,
  beyond: Float32Array,
  width: number,
  height: number,
  parts: readonly Part[],
): Float32Array {
  const out = shown.slice();
  for (const { left, right, top, bottom, by } of parts) {
    if (!by) continue;
    const { offsets, weights } = by;
    const [first, last] = [Math.max(0, left - FARTHEST), Math.min(width, right + FARTHEST)];
    for (let y = Math.max(0, top - FARTHEST); y < Math.min(height, bottom + FARTHEST); y += 1)
      for (let j = y * width + first; j < y * width + last; j += 1) {
        if (beyond[j] === 0) continue;
        for (let k = 0; k < offsets.length; k += 1) {
          const i = j - offsets[k]!;
          const row = Math.floor(i / width);
          const x = i - row * width;
          if (row >= top && row < bottom && x >= left && x < right) out[i]! -= weights[k]! * beyond[j]!;
        }
      }
  }
  return out;
}

/**
 * A picture of a lit panel without the panel's grid: what each pixel shows beyond what pixels show that the grid makes alike. The steps to
 * those, and their weights, are found anew for every part of the picture, so that tilt, lens and the beat of cells against photosites are
 * all the same to it. What stands out predicts nothing, so that a defect leaves no ghost: first what stands out most of all
 * around, since its ghosts stand out too, then the rest.
 */
export function withoutGrid(picture: GreyPicture, passesOver: typeof plainGrid = fastGrid): GreyPicture {
  const { width, height, light } = picture;
  if (width < 3 * FARTHEST || height < 3 * FARTHEST) return picture;
  const around = smoothed(light, width, height, SMOOTH);
  const passes = passesOver(picture);
  const parts = partsOf(picture, passes, around);
  if (parts.every(({ by }) => by === null)) return picture;
  for (const part of parts) if (part.by) passes.predict(part, part.by.offsets, part.by.weights);
  const shown = passes.shown();
  for (const { left, right, top, bottom, by } of parts) {
    if (by) continue;
    for (let y = top; y < bottom; y += 1)
      shown.set(around.subarray(y * width + left, y * width + right), y * width + left);
  }
  const beyond = new Float32Array(light.length);
  let now: Float32Array = shown;
  for (const share of [GHOST_SHARE, GHOST_SHARE ** 2, 0]) {
    for (let i = 0; i < beyond.length; i += 1) beyond[i] = light[i]! - now[i]!;
    const most = share > 0 ? mostAround(beyond, width, height) : null;
    for (const { left, right, top, bottom, by } of parts) {
      const least = by ? OFF_SIGMA * by.sigma + 1 : Infinity;
      for (let y = top; y < bottom; y += 1) {
        const row = y * width;
        for (let x = left; x < right; x += 1) {
          const off = Math.abs(beyond[row + x]!);
          if (off <= least || (most && off <= share * most(x, y))) beyond[row + x] = 0;
        }
      }
    }
    now = mended(shown, beyond, width, height, parts);
  }
  const level = smoothed(now, width, height, SMOOTH);
  const bare = new Float32Array(light.length);
  for (let i = 0; i < bare.length; i += 1) bare[i] = light[i]! - now[i]! + level[i]!;
  return { width, height, light: bare };
}
