import type { GreyPicture } from "./picture.ts";

/** How far down a place is followed, in standard deviations of the smoothed noise. */
const FOLLOW_SIGMA = 3.2;

/** The light about each cell of a picture and how it scatters, at the cells' middles; with one ring of cells more than the picture has. */
export interface Surroundings {
  columns: number;
  rows: number;
  base: Float32Array;
  deviation: Float32Array;
}

/** What stands out: pixels by their number, row after row, and how far, in deviations of the noise: below nothing where it is darker. */
export interface Outstanding {
  at: Int32Array;
  z: Float32Array;
}

/** Collects what stands out, as much as there is. */
export function collecting(): { add(at: number, z: number): void; collected(): Outstanding } {
  let at = new Int32Array(1 << 14);
  let z = new Float32Array(1 << 14);
  let many = 0;
  return {
    add(pixel, by) {
      if (many === at.length) {
        const [before, beforeZ] = [at, z];
        at = new Int32Array(2 * many);
        z = new Float32Array(2 * many);
        at.set(before);
        z.set(beforeZ);
      }
      at[many] = pixel;
      z[many] = by;
      many += 1;
    },
    collected: () => ({ at: at.subarray(0, many), z: z.subarray(0, many) }),
  };
}

/** The first pixel from each cell's middle on: from the middle of one cell to that of the next light and scatter are led straight. */
export const firstPixels = (width: number, columns: number): Int32Array =>
  Int32Array.from({ length: columns + 2 }, (_, c) =>
    Math.min(width, Math.max(0, Math.ceil(((c - 0.5) * width) / columns - 0.5))),
  );

/** What each pixel of a row differs by from the light about it, led straight from one cell's middle to the next, and the limit for nine. */
function differ(
  light: Float32Array,
  start: number,
  difference: Float32Array,
  limit: Float32Array,
  first: number,
  end: number,
  from: { base: number; stepBase: number; limit: number; stepLimit: number },
): void {
  const { base, stepBase, limit: limit0, stepLimit } = from;
  for (let x = first; x < end; x += 1) {
    const along = x - first;
    difference[x] = light[start + x]! - (base + along * stepBase);
    limit[x] = limit0 + along * stepLimit;
  }
}

/** Sums of three neighbours in a row. */
function sumThree(difference: Float32Array, sum: Float32Array, width: number): void {
  for (let x = 1; x < width - 1; x += 1) sum[x] = difference[x - 1]! + difference[x]! + difference[x + 1]!;
}

/** Keeps the pixels of a row whose nine are over their limit; `at` is where the row begins. */
function keep(
  [r0, r1, r2]: readonly [Float32Array, Float32Array, Float32Array],
  limit: Float32Array,
  ignored: Uint8Array | null,
  width: number,
  at: number,
  add: (at: number, z: number) => void,
): void {
  for (let x = 1; x < width - 1; x += 1) {
    const nine = r0[x]! + r1[x]! + r2[x]!;
    if (Math.abs(nine) < limit[x]!) continue;
    if (ignored?.[at + x]) continue;
    add(at + x, (FOLLOW_SIGMA * nine) / limit[x]!);
  }
}

/**
 * What stands out of its surroundings, lighter or darker: smoothed over three by three pixels, in deviations of the noise, where it is
 * enough to follow a place. One pass over the pixels.
 */
export function standsOut(
  { width, height, light }: GreyPicture,
  { columns, rows, base, deviation }: Surroundings,
  ignored: Uint8Array | null,
): Outstanding {
  const wide = columns + 2;
  const firstOf = firstPixels(width, columns);
  const difference = new Float32Array(width);
  // Sums of three neighbours in a row, of the last three rows, and what each is held against.
  const sums: [Float32Array, Float32Array, Float32Array] = [
    new Float32Array(width),
    new Float32Array(width),
    new Float32Array(width),
  ];
  const limits = [new Float32Array(width), new Float32Array(width), new Float32Array(width)];
  const { add, collected } = collecting();
  for (let y = 0; y < height; y += 1) {
    const at = ((y + 0.5) * rows) / height + 0.5;
    const low = Math.floor(at);
    const share = at - low;
    const limit = limits[y % 3]!;
    const start = y * width;
    const value = (grid: Float32Array, c: number) => {
      const upper = grid[low * wide + c]!;
      return upper + share * (grid[(low + 1) * wide + c]! - upper);
    };
    for (let c = 0; c < wide - 1; c += 1) {
      const [first, end] = [firstOf[c]!, firstOf[c + 1]!];
      if (first >= end) continue;
      const t = ((first + 0.5) * columns) / width + 0.5 - c;
      const [b0, d0] = [value(base, c), value(deviation, c)];
      const [toB, toD] = [value(base, c + 1) - b0, value(deviation, c + 1) - d0];
      differ(light, start, difference, limit, first, end, {
        base: b0 + t * toB,
        stepBase: (toB * columns) / width,
        // The mean of nine has a third of the noise, where neighbours share none.
        limit: 3 * FOLLOW_SIGMA * (d0 + t * toD),
        stepLimit: (3 * FOLLOW_SIGMA * toD * columns) / width,
      });
    }
    if (ignored) for (let x = 0; x < width; x += 1) if (ignored[start + x]) difference[x] = 0;
    sumThree(difference, sums[y % 3]!, width);
    if (y >= 2) keep(sums, limits[(y - 1) % 3]!, ignored, width, start - width, add);
  }
  return collected();
}
