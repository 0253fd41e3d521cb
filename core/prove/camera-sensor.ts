import { noise, randomStream } from "../random.ts";
import type { Photo } from "./picture.ts";

/** Light on a sensor: linear, three numbers a pixel, as a share of what fills it. */
export interface SensorLight {
  width: number;
  height: number;
  rgb: Float32Array;
}

/** Samples across a pixel, so that an edge that runs at a slant has no steps. */
export const SAMPLES = 2;

/** What falls on a sensor: light of places in the picture, px, as a mean over each pixel; darker towards the corners. */
export function exposed(
  { width, height, vignetting }: { width: number; height: number; vignetting: number },
  lightAt: (xPx: number, yPx: number, out: Float32Array) => void,
): SensorLight {
  const rgb = new Float32Array(3 * width * height);
  const out = new Float32Array(3);
  const reach2 = (width * width + height * height) / 4;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = 3 * (y * width + x);
      const far2 = ((x - width / 2) ** 2 + (y - height / 2) ** 2) / reach2;
      const share = (1 - vignetting * far2) / SAMPLES ** 2;
      for (let s = 0; s < SAMPLES ** 2; s += 1) {
        lightAt(x + ((s % SAMPLES) + 0.5) / SAMPLES, y + (Math.floor(s / SAMPLES) + 0.5) / SAMPLES, out);
        for (let colour = 0; colour < 3; colour += 1) rgb[i + colour]! += share * out[colour]!;
      }
    }
  return { width, height, rgb };
}

export interface SensorMake {
  /** The lens's blur, standard deviation, px. */
  blurPx: number;
  /** Electrons that fill a photosite, and the noise of reading one. */
  fullWell: number;
  readNoise: number;
  /** Photosites that shine by themselves, in a million. */
  hotPerMillion: number;
  /** Which they are: the same in every picture of one sensor; by chance where it is left out. */
  hotSeed?: number;
  /** How much a phone sharpens, 0 for not at all. */
  sharpening: number;
  /** As of a JPEG file, 1 to 100. */
  quality: number;
}

/** Row by row and column by column, as a Gaussian is. In place. */
function blur(values: Float32Array, width: number, height: number, channels: number, sigma: number): void {
  const reach = Math.max(1, Math.ceil(2.5 * sigma));
  const kernel = Float64Array.from({ length: reach + 1 }, (_, k) =>
    Math.exp(-(k ** 2) / (2 * sigma * sigma)),
  );
  const sum = kernel.reduce((a, b) => a + 2 * b, -kernel[0]!);
  kernel.forEach((value, k) => (kernel[k] = value / sum));
  const wide = width * channels;
  const rim = reach * channels;
  // A row with its ends led on, so that no place asks whether it is near one.
  const row = new Float32Array(wide + 2 * rim);
  const out = new Float64Array(wide);
  for (let y = 0; y < height; y += 1) {
    const own = values.subarray(y * wide, (y + 1) * wide);
    row.set(own, rim);
    for (let i = 0; i < rim; i += 1) {
      row[i] = own[i % channels]!;
      row[rim + wide + i] = own[wide - channels + (i % channels)]!;
    }
    for (let i = 0; i < wide; i += 1) out[i] = kernel[0]! * own[i]!;
    for (let k = 1; k <= reach; k += 1) {
      const [weight, before, after] = [kernel[k]!, rim - k * channels, rim + k * channels];
      for (let i = 0; i < wide; i += 1) out[i]! += weight * (row[i + before]! + row[i + after]!);
    }
    own.set(out);
  }
  const before = values.slice();
  for (let y = 0; y < height; y += 1) {
    for (let i = 0; i < wide; i += 1) out[i] = kernel[0]! * before[y * wide + i]!;
    for (let k = 1; k <= reach; k += 1) {
      const weight = kernel[k]!;
      const [above, below] = [wide * Math.max(0, y - k), wide * Math.min(height - 1, y + k)];
      for (let i = 0; i < wide; i += 1) out[i]! += weight * (before[above + i]! + before[below + i]!);
    }
    values.set(out, y * wide);
  }
}

/** Red, green or blue by place: rows of red and green, then of green and blue. */
const colourAt = (x: number, y: number) => (y % 2 === 0 ? (x % 2 === 0 ? 0 : 1) : x % 2 === 0 ? 1 : 2);

/** Each photosite sees one colour; the others are the means of its neighbours that see them. */
function demosaic(sites: Float32Array, width: number, height: number): Float32Array {
  const rgb = new Float32Array(3 * width * height);
  const atRim = (x: number, y: number) => {
    const sum = [0, 0, 0];
    const many = [0, 0, 0];
    const own = colourAt(x, y);
    for (let j = -1; j <= 1; j += 1) {
      for (let i = -1; i <= 1; i += 1) {
        const [nx, ny] = [Math.min(width - 1, Math.max(0, x + i)), Math.min(height - 1, Math.max(0, y + j))];
        const colour = colourAt(nx, ny);
        if (colour === own && (i !== 0 || j !== 0)) continue;
        // Green beside green: only the four that touch, and only where the site itself is none.
        if (colour === 1 && own !== 1 && i !== 0 && j !== 0) continue;
        sum[colour]! += sites[ny * width + nx]!;
        many[colour]! += 1;
      }
    }
    for (let colour = 0; colour < 3; colour += 1)
      rgb[3 * (y * width + x) + colour] =
        many[colour]! > 0 ? sum[colour]! / many[colour]! : sites[y * width + x]!;
  };
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) {
        atRim(x, y);
        continue;
      }
      const i = y * width + x;
      const own = colourAt(x, y);
      rgb[3 * i + own] = sites[i]!;
      const [beside, over] = [sites[i - 1]! + sites[i + 1]!, sites[i - width]! + sites[i + width]!];
      if (own === 1) {
        // Red lies beside green in the rows that have red, blue over it.
        const [first, second] = y % 2 === 0 ? [0, 2] : [2, 0];
        rgb[3 * i + first] = beside / 2;
        rgb[3 * i + second] = over / 2;
      } else {
        rgb[3 * i + 1] = (beside + over) / 4;
        rgb[3 * i + 2 - own] =
          (sites[i - width - 1]! + sites[i - width + 1]! + sites[i + width - 1]! + sites[i + width + 1]!) / 4;
      }
    }
  }
  return rgb;
}

/** IEC 61966-2-1: from linear light, in so many steps, to what a file holds, 0 to 255. */
const STEPS = 65_535;
const ENCODED = Float32Array.from({ length: STEPS + 1 }, (_, k) => {
  const v = k / STEPS;
  return 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
});
const encoded = (light: number): number => ENCODED[Math.round(STEPS * Math.min(1, Math.max(0, light)))]!;

/** Usual luminance table of ITU-T T.81, annex K, from memory. */
const QUANTA = [
  16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22,
  29, 51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103,
  121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99,
];
/** Of wave `k` at place `n`; and the same the other way round, which leads back. */
const cosineAt = (k: number, n: number) =>
  (k === 0 ? Math.SQRT1_2 : 1) * 0.5 * Math.cos(((2 * n + 1) * k * Math.PI) / 16);
const COSINES = Float64Array.from({ length: 64 }, (_, i) => cosineAt(i >> 3, i % 8));
const BACK = Float64Array.from({ length: 64 }, (_, i) => cosineAt(i % 8, i >> 3));

/** Rows of a block into waves or back; written across, so that twice is rows and columns. */
function turned(from: Float64Array, to: Float64Array, by: Float64Array): void {
  for (let r = 0; r < 8; r += 1) {
    const at = 8 * r;
    const [a, b, c, d] = [from[at]!, from[at + 1]!, from[at + 2]!, from[at + 3]!];
    const [e, f, g, h] = [from[at + 4]!, from[at + 5]!, from[at + 6]!, from[at + 7]!];
    for (let k = 0; k < 8; k += 1) {
      const i = 8 * k;
      to[i + r] =
        a * by[i]! +
        b * by[i + 1]! +
        c * by[i + 2]! +
        d * by[i + 3]! +
        e * by[i + 4]! +
        f * by[i + 5]! +
        g * by[i + 6]! +
        h * by[i + 7]!;
    }
  }
}

/** What a file with loss leaves of a plane of levels: blocks of eight by eight, their waves in steps. In place. */
function lossy(plane: Float32Array, width: number, height: number, quality: number, coarser: number): void {
  const scale = (quality < 50 ? 5_000 / quality : 200 - 2 * quality) / 100;
  const block = new Float64Array(64);
  const half = new Float64Array(64);
  for (let top = 0; top < height; top += 8)
    for (let left = 0; left < width; left += 8) {
      for (let i = 0; i < 64; i += 1) {
        const [x, y] = [Math.min(width - 1, left + (i % 8)), Math.min(height - 1, top + (i >> 3))];
        block[i] = plane[y * width + x]! - 128;
      }
      turned(block, half, COSINES);
      turned(half, block, COSINES);
      for (let i = 0; i < 64; i += 1) {
        const step = Math.max(1, QUANTA[i]! * scale * coarser);
        block[i] = step * Math.round(block[i]! / step);
      }
      turned(block, half, BACK);
      turned(half, block, BACK);
      for (let i = 0; i < 64; i += 1) {
        const [x, y] = [left + (i % 8), top + (i >> 3)];
        if (x < width && y < height) plane[y * width + x] = block[i]! + 128;
      }
    }
}

/**
 * What a sensor and a file make of light: lens blur, one colour a photosite, noise of light and of reading, sites that shine by
 * themselves, colours from neighbours, sharpening, and the loss of a JPEG. Changes `light.rgb`.
 */
export function throughSensor(light: SensorLight, make: SensorMake, random: () => number): Photo {
  const { width, height, rgb } = light;
  blur(rgb, width, height, 3, make.blurPx);
  const sites = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      const electrons = Math.max(0, rgb[3 * i + colourAt(x, y)]!) * make.fullWell;
      const told = electrons + noise(random) * Math.sqrt(electrons + make.readNoise ** 2);
      sites[i] = Math.min(1, told / make.fullWell);
    }
  const hot = Math.round((make.hotPerMillion * width * height) / 1e6);
  const which = make.hotSeed === undefined ? random : randomStream(make.hotSeed);
  for (let k = 0; k < hot; k += 1) sites[Math.floor(which() * sites.length)]! += 0.15 + 0.6 * which();
  const seen = demosaic(sites, width, height);
  const planes = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let i = 0; i < width * height; i += 1) {
    const [r, g, b] = [encoded(seen[3 * i]!), encoded(seen[3 * i + 1]!), encoded(seen[3 * i + 2]!)];
    // As a file holds them: light, and two differences of colour.
    planes[0][i] = 0.299 * r + 0.587 * g + 0.114 * b;
    planes[1][i] = 128 - 0.168736 * r - 0.331264 * g + 0.5 * b;
    planes[2][i] = 128 + 0.5 * r - 0.418688 * g - 0.081312 * b;
  }
  if (make.sharpening > 0) {
    const smooth = planes[0].slice();
    blur(smooth, width, height, 1, 1);
    for (let i = 0; i < smooth.length; i += 1)
      planes[0][i]! += make.sharpening * (planes[0][i]! - smooth[i]!);
  }
  lossy(planes[0], width, height, make.quality, 1);
  for (const plane of [planes[1], planes[2]]) {
    blur(plane, width, height, 1, 0.9);
    lossy(plane, width, height, make.quality, 1.6);
  }
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i += 1) {
    const [y, cb, cr] = [planes[0][i]!, planes[1][i]! - 128, planes[2][i]! - 128];
    rgba[4 * i] = y + 1.402 * cr;
    rgba[4 * i + 1] = y - 0.344136 * cb - 0.714136 * cr;
    rgba[4 * i + 2] = y + 1.772 * cb;
    rgba[4 * i + 3] = 255;
  }
  return { rgba, width, height };
}
