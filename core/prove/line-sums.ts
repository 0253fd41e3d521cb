import { fastPasses } from "./fast-line-sums.ts";

/** Lines are summed over so many pixels, in so many directions: a longer line needs finer ones. */
const LENGTHS = [
  { length: 8, every: 4 },
  { length: 16, every: 2 },
  { length: 32, every: 1 },
] as const;
export const DIRECTIONS = 32;
const LONGEST = 32;
/** So many sums tell how they scatter. */
const SAMPLES = 6_000;

/** What is summed is held in parts of a deviation, and what stands out in parts of one of sums: whole numbers of two bytes. */
export const VALUE_PARTS = 50;
export const Z_PARTS = 64;

/** What a line through each pixel stands out by, in deviations of such sums where there is none, the best of all directions and lengths. */
export interface Lines {
  /** In parts of a deviation, of which there are `Z_PARTS`. */
  z: Int16Array;
  /** The direction of the best, in parts of half a turn, of which there are `DIRECTIONS`. */
  direction: Uint8Array;
}

/**
 * The passes over the pixels: in plain TypeScript, or compiled. The picture has a rim all round, and so have the pictures of sums, which are
 * of a strip of it at a time: small enough to stay near the processor.
 */
export interface LinePasses {
  /** The picture with its rim. */
  padded: Int16Array;
  /** The sums are of so many rows from this on, until others are asked for. */
  strip(top: number, rows: number): void;
  /** The sums over twice as many pixels as at this level, for the next: to each the one `step` pixels on is added. */
  double(level: number, step: number): void;
  /** Keeps what is better than the best so far: each pixel's sum, times `scale` / 32,768, is that which begins `back` pixels before it. */
  keep(level: number, back: number, scale: number, way: number): void;
  found(): Lines;
}

/** The rim around the picture, px: a line may begin so far outside. */
export const RIM = LONGEST + 1;
/** Pictures of sums: over 1, 2, 4 pixels and so on; the first is the picture itself. */
export const LEVELS = Math.log2(LONGEST) + 1;
/** A strip has so many rows at the most. */
export const STRIP = 96;

/** Writes a picture into the middle of one that has a rim all round. */
export function setInRim(padded: Int16Array, values: Int16Array, width: number, height: number): void {
  const wide = width + 2 * RIM;
  for (let y = 0; y < height; y += 1)
    padded.set(values.subarray(y * width, (y + 1) * width), (y + RIM) * wide + RIM);
}

/** The passes in plain TypeScript. */
export function plainPasses(values: Int16Array, width: number, height: number): LinePasses {
  const wide = width + 2 * RIM;
  const padded = new Int16Array(wide * (height + 2 * RIM));
  setInRim(padded, values, width, height);
  const sums = Array.from({ length: LEVELS - 1 }, () => new Int16Array(wide * (STRIP + 2 * RIM)));
  let [first, tall] = [0, 0];
  const at = (level: number) =>
    level === 0 ? padded.subarray(first * wide, (first + tall + 2 * RIM) * wide) : sums[level - 1]!;
  const z = new Int16Array(width * height);
  const direction = new Uint8Array(width * height);
  return {
    padded,
    strip: (top, rows) => {
      [first, tall] = [top, rows];
    },
    double(level, step) {
      const [from, to] = [at(level), at(level + 1)];
      const end = (tall + 2 * RIM) * wide - Math.max(0, step);
      for (let i = Math.max(0, -step); i < end; i += 1) to[i] = from[i]! + from[i + step]!;
    },
    keep(level, back, scale, way) {
      const own = at(level);
      for (let y = 0; y < tall; y += 1) {
        const from = (y + RIM) * wide + RIM - back;
        for (let x = 0; x < width; x += 1) {
          const value = (own[from + x]! * scale + 0x4000) >> 15;
          const i = (first + y) * width + x;
          if (value > z[i]!) {
            z[i] = value;
            direction[i] = way;
          }
        }
      }
    },
    found: () => ({ z, direction }),
  };
}

/** The median of so many whole numbers, by counting them. */
function medianOfCounted(counts: Int32Array, many: number): number {
  let [value, below] = [0, counts[0]!];
  while (below <= many >> 1) {
    value += 1;
    below += counts[value]!;
  }
  return value;
}

/** Sums along one direction over one length: how they are made by doubling, and where a pixel's own begins. */
interface Sums {
  way: number;
  /** The level that they lie in, and the step on by which each level up to it is made. */
  level: number;
  steps: readonly number[];
  back: number;
}

/** All sums that are looked at, those beside each other that begin alike. */
function sumsOver(wide: number): Sums[] {
  const all: Sums[] = [];
  for (let way = 0; way < DIRECTIONS; way += 1) {
    const angle = (Math.PI * way) / DIRECTIONS;
    const most = Math.max(Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle)));
    const [vx, vy] = [Math.cos(angle) / most, Math.sin(angle) / most];
    // Half a pixel is rounded alike both ways, whatever a cosine has lost.
    const rounded = (value: number) => Math.round(value + 1e-9);
    const stepOf = (n: number) => rounded(n * vy) * wide + rounded(n * vx);
    for (const { length, every } of LENGTHS) {
      if (way % every !== 0) continue;
      const level = Math.log2(length);
      const steps = Array.from({ length: level }, (_, k) => stepOf(2 ** k));
      all.push({ way, level, steps, back: stepOf((length - 1) / 2) });
    }
  }
  return all;
}

/** What such sums are to be multiplied by, in parts of 32,768, to stand in parts of how they scatter over the picture. */
function scaleOf({ steps, back }: Sums, padded: Int16Array, width: number, height: number): number {
  const offsets = Int32Array.from(
    steps.reduce((all, step) => [...all, ...all.map((one) => one + step)], [-back]),
  );
  const wide = width + 2 * RIM;
  const stride = Math.max(1, Math.floor((width * height) / SAMPLES));
  const counts = new Int32Array(1 << 15);
  let many = 0;
  for (let i = stride >> 1; i < width * height; i += stride) {
    const row = Math.floor(i / width);
    const at = (row + RIM) * wide + (i - row * width) + RIM;
    let sum = 0;
    for (let k = 0; k < offsets.length; k += 1) sum += padded[at + offsets[k]!]!;
    counts[Math.abs(sum)]! += 1;
    many += 1;
  }
  // 1.4826: the median of a normal's absolute deviations is its deviation over that.
  const sigma = 1.4826 * medianOfCounted(counts, many);
  return Math.min(0x7fff, Math.round((0x8000 * Z_PARTS) / Math.max(1, sigma)));
}

/**
 * Sums along straight lines in every direction, by doubling: of two neighbours, of two such pairs, and so on (after Brandt & Dym 1999, from
 * memory). `values`: how far each pixel stands out, in `VALUE_PARTS` of its noise; larger than a few it should not be, or a speck makes
 * lines of itself. How such sums scatter is measured for each direction: along a panel's rows they scatter more. Directions that are alike
 * begin with the same sums.
 */
export function lineSums(
  values: Int16Array,
  width: number,
  height: number,
  passesOver: typeof plainPasses = fastPasses,
): Lines {
  const passes = passesOver(values, width, height);
  const all = sumsOver(width + 2 * RIM).map((sums) => ({
    ...sums,
    scale: scaleOf(sums, passes.padded, width, height),
  }));
  for (let top = 0; top < height; top += STRIP) {
    passes.strip(top, Math.min(STRIP, height - top));
    const made: number[] = [];
    for (const { way, level, steps, back, scale } of all) {
      steps.forEach((step, k) => {
        if (made[k] === step) return;
        passes.double(k, step);
        made.length = k;
        made[k] = step;
      });
      passes.keep(level, back, scale, way);
    }
  }
  return passes.found();
}
