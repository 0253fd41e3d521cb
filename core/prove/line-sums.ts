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

/** What a line through each pixel stands out by, in deviations of such sums where there is none, the best of all directions and lengths. */
export interface Lines {
  z: Float32Array;
  /** The direction of the best, in parts of half a turn, of which there are `DIRECTIONS`. */
  direction: Uint8Array;
}

/** The passes over the pixels: in plain TypeScript, or compiled. Pictures have a rim all round, `wide` pixels a row. */
export interface LinePasses {
  /** Begins another direction with what stands out. */
  begin(): void;
  /** Adds to each sum the one `step` pixels on. */
  double(step: number): void;
  /** The sums as they stand. */
  sums(): Float32Array;
  /** Keeps what is better than the best so far: each pixel's sum is that which begins `back` pixels before it. */
  keep(back: number, scale: number, way: number): void;
  found(): Lines;
}

/** The rim around the picture, px: a line may begin so far outside. */
export const RIM = LONGEST + 1;

/** Writes a picture into the middle of one that has a rim all round. */
export function setInRim(padded: Float32Array, values: Float32Array, width: number, height: number): void {
  const wide = width + 2 * RIM;
  for (let y = 0; y < height; y += 1)
    padded.set(values.subarray(y * width, (y + 1) * width), (y + RIM) * wide + RIM);
}

/** The passes in plain TypeScript. */
export function plainPasses(values: Float32Array, width: number, height: number): LinePasses {
  const wide = width + 2 * RIM;
  const padded = new Float32Array(wide * (height + 2 * RIM));
  setInRim(padded, values, width, height);
  const z = new Float32Array(width * height);
  const direction = new Uint8Array(width * height);
  let sums = new Float32Array(padded.length);
  let next = new Float32Array(padded.length);
  return {
    begin: () => sums.set(padded),
    double(step) {
      const end = padded.length - Math.max(0, step);
      for (let i = Math.max(0, -step); i < end; i += 1) next[i] = sums[i]! + sums[i + step]!;
      [sums, next] = [next, sums];
    },
    sums: () => sums,
    keep(back, scale, way) {
      for (let y = 0; y < height; y += 1) {
        const from = (y + RIM) * wide + RIM - back;
        for (let x = 0; x < width; x += 1) {
          const value = Math.fround(sums[from + x]! * Math.fround(scale));
          const i = y * width + x;
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

/**
 * Sums along straight lines in every direction, by doubling: of two neighbours, of two such pairs, and so on (after Brandt & Dym 1999, from
 * memory). `values`: how far each pixel stands out, its noise being one; larger than a few it should not be, or a speck makes lines
 * of itself. How such sums scatter is measured for each direction: along a panel's rows they scatter more.
 */
export function lineSums(
  values: Float32Array,
  width: number,
  height: number,
  passesOver: typeof plainPasses = fastPasses,
): Lines {
  const wide = width + 2 * RIM;
  const passes = passesOver(values, width, height);
  const stride = Math.max(1, Math.floor((width * height) / SAMPLES));
  for (let d = 0; d < DIRECTIONS; d += 1) {
    const angle = (Math.PI * d) / DIRECTIONS;
    const most = Math.max(Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle)));
    const [vx, vy] = [Math.cos(angle) / most, Math.sin(angle) / most];
    // Half a pixel is rounded alike both ways, whatever a cosine has lost.
    const rounded = (value: number) => Math.round(value + 1e-9);
    const stepOf = (n: number) => rounded(n * vy) * wide + rounded(n * vx);
    passes.begin();
    for (let n = 1; n < LONGEST; n *= 2) {
      passes.double(stepOf(n));
      const kept = LENGTHS.find(({ length }) => length === 2 * n);
      if (!kept || d % kept.every !== 0) continue;
      const back = stepOf((kept.length - 1) / 2);
      const sums = passes.sums();
      const sample: number[] = [];
      for (let i = stride >> 1; i < width * height; i += stride)
        sample.push(Math.abs(sums[(Math.floor(i / width) + RIM) * wide + (i % width) + RIM - back]!));
      // 1.4826: the median of a normal's absolute deviations is its deviation over that.
      const sigma = 1.4826 * sample.sort((a, b) => a - b)[sample.length >> 1]!;
      passes.keep(back, 1 / Math.max(1e-6, sigma), d);
    }
  }
  return passes.found();
}
