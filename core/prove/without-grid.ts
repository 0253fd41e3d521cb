import { Matrix, solve } from "ml-matrix";
import { randomStream } from "../random.ts";
import { middleOf } from "./middle-of.ts";
import { MOST, type Apart, type Box, type PanelLight } from "./panel-light.ts";
import type { GreyPicture } from "./picture.ts";

/** A panel's grid is the same over so many pixels: farther on, tilt and lens have turned it. */
const TILE = 256;
/** How far away a pixel is looked for that the grid makes alike, px: past a speck, and not so far that the light has changed. */
const NEAREST = 5;
export const FARTHEST = 26;
/** So many pairs of such pixels predict one. */
const PAIRS = MOST.steps;
/** So many places tell which steps are alike, so many with what weight each counts, and so many how the light scatters about them. */
const LIKE_SAMPLES = 200;
const SAMPLES = MOST.places;
const AROUND_SAMPLES = 400;
/** Weights that hardly matter are kept small, as a share of the light's own spread. */
const RIDGE = 1e-3;
/** A pixel this many deviations off its prediction is not used to predict others. */
const OFF_SIGMA = 3.5;
/** Nor is one used to fit predictions that differs from all of its like so many times as much as is usual. */
const UNUSUAL_TIMES = 4;
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

/** All steps within reach, row after row: those that lie side by side are asked about together. */
const bothWays = (() => {
  const found: Step[] = [];
  for (let dy = -FARTHEST; dy <= FARTHEST; dy += 1)
    for (let dx = -FARTHEST; dx <= FARTHEST; dx += 1) {
      const far = Math.hypot(dx, dy);
      if (far >= NEAREST && far <= FARTHEST) found.push({ dx, dy });
    }
  return found;
})();
/** Half of them: the other half are their opposites. */
const steps = bothWays.filter(({ dx, dy }) => dy > 0 || (dy === 0 && dx > 0));

/** How pixels are predicted: from others so many steps on, each with its weight; the weights make one. */
interface Prediction {
  dx: Int32Array;
  dy: Int32Array;
  weights: Float32Array;
  /** Whether from as many steps the other way too. */
  isPair: boolean;
  /** How far off it usually is, in steps of light. */
  sigma: number;
}

/** Which rim is near, so that nothing lies beyond it: -1 the left or the top, 1 the right or the bottom, 0 none. */
interface Rim {
  x: number;
  y: number;
}

/** The places of the smallest values, so many of them, the smallest first. */
function smallestOf(values: Float64Array, many: number): number[] {
  const taken: number[] = [];
  for (let k = 0; k < values.length; k += 1) {
    if (taken.length === many && values[k]! >= values[taken[many - 1]!]!) continue;
    if (taken.length === many) taken.pop();
    let at = taken.length;
    while (at > 0 && values[taken[at - 1]!]! > values[k]!) at -= 1;
    taken.splice(at, 0, k);
  }
  return taken;
}

/** The weights, which make one, that predict best by least squares: of the samples, those that lay far off before are left out. */
function fitted(
  rows: Float64Array,
  samples: number,
  many: number,
  off: Float64Array,
  limit: number,
): Float64Array {
  // Least of w'Nw among weights that make one: N w = 1, scaled.
  const sums = new Float64Array(many * many);
  for (let i = 0; i < samples; i += 1) {
    if (off[i]! > limit) continue;
    const from = i * many;
    for (let p = 0; p < many; p += 1) {
      const value = rows[from + p]!;
      for (let q = p; q < many; q += 1) sums[p * many + q]! += value * rows[from + q]!;
    }
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
  return Float64Array.from(solved, (w) => w / sum);
}

/**
 * The steps over which a tile is most like itself, and the weights that predict it best (least squares, twice: what lay far off the first
 * time is left out). Away from the rim to both sides at once, so that a slope of light does not count.
 */
function prediction(
  panel: PanelLight,
  left: number,
  top: number,
  rim: Rim,
  random: () => number,
): Prediction | null {
  const { width, height, light } = panel;
  // As near as can be to where both sides of every step are in the picture.
  const within = (from: number, length: number) => {
    const most = Math.max(1, Math.min(TILE, length - 2 * FARTHEST));
    const first = Math.max(FARTHEST, Math.min(from, length - FARTHEST - most));
    return Math.floor(first + random() * most);
  };
  const places = new Int32Array(SAMPLES);
  for (let k = 0; k < SAMPLES; k += 1) places[k] = within(top, height) * width + within(left, width);
  const isInside = rim.x === 0 && rim.y === 0;
  const tried = isInside ? steps : bothWays.filter(({ dx, dy }) => rim.x * dx <= 0 && rim.y * dy <= 0);
  const ways = Int32Array.from(tried, ({ dx, dy }) => dy * width + dx);
  const taken = smallestOf(panel.unlike(places, LIKE_SAMPLES, ways, isInside), PAIRS);
  const [samples, many] = [SAMPLES, taken.length];
  const rows = new Float64Array(samples * many);
  for (let i = 0; i < samples; i += 1) {
    const at = places[i]!;
    const own = light[at]!;
    for (let k = 0; k < many; k += 1) {
      const way = ways[taken[k]!]!;
      // Inside, a way is a pair of pixels to either side; at the rim it is one.
      rows[i * many + k] = isInside ? light[at + way]! + light[at - way]! - 2 * own : light[at + way]! - own;
    }
  }
  // What differs from all others by far more than is usual lies on a defect: weights that were to fit it would make ghosts of it.
  const off = new Float64Array(samples);
  for (let i = 0; i < samples; i += 1) {
    let sum = 0;
    for (let k = 0; k < many; k += 1) sum += rows[i * many + k]! ** 2;
    off[i] = Math.sqrt(sum);
  }
  let weights: Float64Array = new Float64Array(many);
  let [sigma, limit] = [0, UNUSUAL_TIMES * middleOf(off.slice())];
  for (let round = 0; round < 2; round += 1) {
    weights = fitted(rows, samples, many, off, limit);
    for (let i = 0; i < samples; i += 1) {
      let value = 0;
      for (let k = 0; k < many; k += 1) value += weights[k]! * rows[i * many + k]!;
      off[i] = Math.abs(isInside ? value / 2 : value);
    }
    // 1.4826: the median of a normal's absolute deviations is its deviation over that.
    sigma = 1.4826 * middleOf(off.slice());
    limit = OFF_SIGMA * sigma + 1e-6;
  }
  const plain = 1.4826 * middleOf(panel.offAround(places.subarray(0, AROUND_SAMPLES), SMOOTH));
  if (plain < GRID_TIMES * sigma) return null;
  return {
    dx: Int32Array.from(taken, (k) => tried[k]!.dx),
    dy: Int32Array.from(taken, (k) => tried[k]!.dy),
    weights: Float32Array.from(weights, (w) => (isInside ? w / 2 : w)),
    isPair: isInside,
    sigma,
  };
}

/** From where to where pixels lie in one tile, all near the start, inside, or near the end. */
interface Span {
  from: number;
  to: number;
  rim: number;
  tile: number;
}

/** The spans of a row or a column, and for each of its pixels which it lies in. */
function spansOf(length: number): { spans: Span[]; of: Uint16Array } {
  const spans: Span[] = [];
  for (let tile = 0; tile < length; tile += TILE) {
    const end = Math.min(length, tile + TILE);
    spans.push(
      ...[
        { from: tile, to: Math.min(end, FARTHEST), rim: -1, tile },
        { from: Math.max(tile, FARTHEST), to: Math.min(end, length - FARTHEST), rim: 0, tile },
        { from: Math.max(tile, length - FARTHEST), to: end, rim: 1, tile },
      ].filter((span) => span.to > span.from),
    );
  }
  const of = new Uint16Array(length);
  spans.forEach(({ from, to }, k) => of.fill(k, from, to));
  return { spans, of };
}

/** A part of the picture and how its pixels are predicted. */
interface Part extends Box {
  /** Null where no grid is seen. */
  by: Prediction | null;
}

/** The most of each square of so many pixels and its eight neighbours, of what stands out. */
function mostAround(apart: readonly Apart[], width: number, height: number): (i: number) => number {
  const [columns, rows] = [Math.ceil(width / FARTHEST), Math.ceil(height / FARTHEST)];
  const squareOf = (i: number) => {
    const y = Math.floor(i / width);
    return Math.floor(y / FARTHEST) * columns + Math.floor((i - y * width) / FARTHEST);
  };
  const own = new Float32Array(columns * rows);
  for (const { at, by } of apart)
    for (let k = 0; k < at.length; k += 1) {
      const square = squareOf(at[k]!);
      own[square] = Math.max(own[square]!, Math.abs(by[k]!));
    }
  return (i) => {
    const square = squareOf(i);
    const [c, r] = [square % columns, Math.floor(square / columns)];
    let most = 0;
    for (let v = Math.max(0, r - 1); v <= Math.min(rows - 1, r + 1); v += 1)
      for (let u = Math.max(0, c - 1); u <= Math.min(columns - 1, c + 1); u += 1)
        most = Math.max(most, own[v * columns + u]!);
    return most;
  };
}

/** Of what stands out, row after row, that which is to be kept. */
function those({ at, by }: Apart, isKept: (k: number) => boolean): Apart {
  const [ownAt, ownBy] = [new Int32Array(at.length), new Float32Array(at.length)];
  let many = 0;
  for (let k = 0; k < at.length; k += 1) {
    if (!isKept(k)) continue;
    ownAt[many] = at[k]!;
    ownBy[many] = by[k]!;
    many += 1;
  }
  return { at: ownAt.subarray(0, many), by: ownBy.subarray(0, many) };
}

/** Of what stands out that which does not stand out by the same in the other. */
function otherThan(one: Apart, other: Apart): Apart {
  let j = 0;
  return those(one, (k) => {
    const pixel = one.at[k]!;
    while (j < other.at.length && other.at[j]! < pixel) j += 1;
    return other.at[j] !== pixel || other.by[j] !== one.by[k];
  });
}

/**
 * A picture of a lit panel without the panel's grid: what each pixel shows beyond what pixels show that the grid makes alike. The steps to
 * those, and their weights, are found anew for every part of the picture, so that tilt, lens and the beat of cells against photosites are
 * all the same to it. What stands out predicts nothing, so that a defect leaves no ghost: first what stands out most of all
 * around, since its ghosts stand out too, then the rest. It is `shown` of the panel afterwards.
 */
export function withoutGrid(panel: PanelLight): GreyPicture {
  const { width, height, shown } = panel;
  const bare = { width, height, light: shown };
  const whole = { left: 0, right: width, top: 0, bottom: height };
  if (width < 3 * FARTHEST || height < 3 * FARTHEST) {
    panel.leave(whole);
    return bare;
  }
  const random = randomStream(width * 31 + height);
  const [across, down] = [spansOf(width), spansOf(height)];
  const parts = down.spans.flatMap((y) =>
    across.spans.map((x): Part => ({
      left: x.from,
      right: x.to,
      top: y.from,
      bottom: y.to,
      by: prediction(panel, x.tile, y.tile, { x: x.rim, y: y.rim }, random),
    })),
  );
  for (const part of parts)
    if (part.by) {
      const { dx, dy, weights, isPair } = part.by;
      panel.predict(
        part,
        dx.map((along, k) => dy[k]! * width + along),
        weights,
        isPair,
      );
    } else panel.leave(part);
  if (parts.every(({ by }) => by === null)) return bare;

  /** Takes what stands out so far from the predictions that it is used for, or puts it back. */
  const mend = ({ at, by: off }: Apart, sign: number) => {
    for (let k = 0; k < at.length; k += 1) {
      const y = Math.floor(at[k]! / width);
      const x = at[k]! - y * width;
      const beyond = sign * off[k]!;
      const lastRow = down.of[Math.min(height - 1, y + FARTHEST)]!;
      const [first, last] = [
        across.of[Math.max(0, x - FARTHEST)]!,
        across.of[Math.min(width - 1, x + FARTHEST)]!,
      ];
      for (let row = down.of[Math.max(0, y - FARTHEST)]!; row <= lastRow; row += 1)
        for (let column = first; column <= last; column += 1) {
          const { by, left, right, top, bottom } = parts[row * across.spans.length + column]!;
          if (!by) continue;
          const { dx, dy, weights, isPair } = by;
          for (let s = 0; s < weights.length; s += 1)
            for (let way = isPair ? -1 : 1; way <= 1; way += 2) {
              const u = x - way * dx[s]!;
              const v = y - way * dy[s]!;
              if (u >= left && u < right && v >= top && v < bottom)
                shown[v * width + u]! -= weights[s]! * beyond;
            }
        }
    }
  };
  const none: Apart = { at: new Int32Array(0), by: new Float32Array(0) };
  let taken = parts.map(() => none);
  for (const share of [GHOST_SHARE, GHOST_SHARE ** 2, 0]) {
    const apart = parts.map((part) => (part.by ? panel.beyond(part, OFF_SIGMA * part.by.sigma + 1) : none));
    const most = share > 0 ? mostAround(apart, width, height) : null;
    const kept = most
      ? apart.map((one) => those(one, (k) => Math.abs(one.by[k]!) > share * most(one.at[k]!)))
      : apart;
    kept.forEach((now, k) => {
      const before = taken[k]!;
      mend(otherThan(before, now), -1);
      mend(otherThan(now, before), 1);
    });
    taken = kept;
  }
  panel.takeOut(SMOOTH);
  for (const part of parts) if (!part.by) panel.leave(part);
  return bare;
}
