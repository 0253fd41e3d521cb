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

/** The passes over the pixels: in plain TypeScript, or compiled. Pictures of sums have a rim all round; the first is the picture itself. */
export interface LinePasses {
  /** The sums over twice as many pixels as at this level, for the next: to each the one `step` pixels on is added. */
  double(level: number, step: number): void;
  /** The sums at a level as they stand. */
  sums(level: number): Int16Array;
  /** Keeps what is better than the best so far: each pixel's sum, times `scale` / 32,768, is that which begins `back` pixels before it. */
  keep(level: number, back: number, scale: number, way: number): void;
  found(): Lines;
}

/** The rim around the picture, px: a line may begin so far outside. */
export const RIM = LONGEST + 1;
/** Pictures of sums: over 1, 2, 4 pixels and so on. */
export const LEVELS = Math.log2(LONGEST) + 1;

/** Writes a picture into the middle of one that has a rim all round. */
export function setInRim(padded: Int16Array, values: Int16Array, width: number, height: number): void {
  const wide = width + 2 * RIM;
  for (let y = 0; y < height; y += 1)
    padded.set(values.subarray(y * width, (y + 1) * width), (y + RIM) * wide + RIM);
}

/** The passes in plain TypeScript. */
export function plainPasses(values: Int16Array, width: number, height: number): LinePasses {
  const wide = width + 2 * RIM;
  const levels = Array.from({ length: LEVELS }, () => new Int16Array(wide * (height + 2 * RIM)));
  setInRim(levels[0]!, values, width, height);
  const z = new Int16Array(width * height);
  const direction = new Uint8Array(width * height);
  return {
    double(level, step) {
      const [from, to] = [levels[level]!, levels[level + 1]!];
      const end = from.length - Math.max(0, step);
      for (let i = Math.max(0, -step); i < end; i += 1) to[i] = from[i]! + from[i + step]!;
    },
    sums: (level) => levels[level]!,
    keep(level, back, scale, way) {
      const sums = levels[level]!;
      for (let y = 0; y < height; y += 1) {
        const from = (y + RIM) * wide + RIM - back;
        for (let x = 0; x < width; x += 1) {
          const value = (sums[from + x]! * scale + 0x4000) >> 15;
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

/** The median of so many whole numbers, by counting them. */
function medianOfCounted(counts: Int32Array, many: number): number {
  let [value, below] = [0, counts[0]!];
  while (below <= many >> 1) {
    value += 1;
    below += counts[value]!;
  }
  return value;
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
  const wide = width + 2 * RIM;
  const passes = passesOver(values, width, height);
  const stride = Math.max(1, Math.floor((width * height) / SAMPLES));
  const counts = new Int32Array(1 << 15);
  const made: number[] = [];
  for (let d = 0; d < DIRECTIONS; d += 1) {
    const angle = (Math.PI * d) / DIRECTIONS;
    const most = Math.max(Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle)));
    const [vx, vy] = [Math.cos(angle) / most, Math.sin(angle) / most];
    // Half a pixel is rounded alike both ways, whatever a cosine has lost.
    const rounded = (value: number) => Math.round(value + 1e-9);
    const stepOf = (n: number) => rounded(n * vy) * wide + rounded(n * vx);
    for (let level = 1; level < LEVELS; level += 1) {
      const length = 2 ** level;
      const step = stepOf(length / 2);
      if (made[level] !== step) {
        passes.double(level - 1, step);
        made.length = level;
        made[level] = step;
      }
      const kept = LENGTHS.find((one) => one.length === length);
      if (!kept || d % kept.every !== 0) continue;
      const back = stepOf((length - 1) / 2);
      const sums = passes.sums(level);
      counts.fill(0);
      let many = 0;
      for (let i = stride >> 1; i < width * height; i += stride) {
        const row = Math.floor(i / width);
        counts[Math.abs(sums[(row + RIM) * wide + (i - row * width) + RIM - back]!)]! += 1;
        many += 1;
      }
      // 1.4826: the median of a normal's absolute deviations is its deviation over that.
      const sigma = 1.4826 * medianOfCounted(counts, many);
      passes.keep(level, back, Math.min(0x7fff, Math.round((0x8000 * Z_PARTS) / Math.max(1, sigma))), d);
    }
  }
  return passes.found();
}
