import { Matrix, solve } from "ml-matrix";
import { hiddenParts, isHotSite, isWithin, type HiddenPart } from "./cannot-see.ts";
import { greyOf, labelPlaces, type GreyPicture } from "./picture.ts";
import { findLines, type FoundLine } from "./find-lines.ts";
import { withoutGrid } from "./without-grid.ts";
import { fastStandsOut } from "./fast-stands-out.ts";
import type { Outstanding } from "./stands-out.ts";
import type { Defect, DefectKind, Lighting } from "./defects.ts";

/** The surroundings that a pixel is held against, mm: larger than any speck, smaller than how light falls off. */
const BLOCK_MM = 2.5;
/** Seeds of a place, in standard deviations of the smoothed noise. */
const SEED_SIGMA = 6.7;
/** More places than this are no defects: a picture out of focus, or of something else. */
const MOST_PLACES = 50_000;
/** A patch is faint and large: looked for in the means of cells of this size, mm, against the light for farther round. */
const PATCH_CELL_MM = 1;
const PATCH_AREA_MM2 = 8;
const PATCH_SIGMA = 5;
/** More cells than this tell no more of a large panel. */
const MOST_PATCH_CELLS = 6_000;
/** Within a patch what is no stronger than this is the patch itself. */
const FAINT_SIGMA = 12;
/** What lies closer together than this is one place, mm. */
const JOIN_MM = 0.05;
/** A ring that is smaller is seen as a speck, mm. */
const LEAST_RING_MM = 0.35;
/** A ring is seen in so much of the way round, in so many sectors. */
const ROUND_SHARE = 0.7;
const SECTORS = 16;
/** A place is as large as what stands out by this share of its most. */
const SHAPE_SHARE = 0.22;
/** Seeds of a ring, in deviations of the smoothed noise. */
const RING_SIGMA = 8.5;
/** A ring is empty in so much of its middle. */
const HOLLOW_SHARE = 0.4;
/** So many pixels that stand out the other way, for each that stands out its own, are a grid that is shifted. */
const MIXED_SHARE = 0.3;
/** A patch is the halo of what stands out so many times as far and has so much of its area. */
const HALO_TIMES = 2;
const HALO_SHARE = 0.05;
/** A place this many times as long as wide is a line. */
const LINE_RATIO = 4;
/** A scratch or a fibre is no broader, mm. */
const BROADEST_MM = 0.4;
/** A line that leaves the straight by more than this share of its length is a fibre. */
const STRAIGHT_SHARE = 0.035;

function median(values: ArrayLike<number>): number {
  const sorted = Float32Array.from(values).sort();
  return sorted.length === 0 ? 0 : sorted[sorted.length >> 1]!;
}

/** Some eighty pixels of a cell tell its median as well as all of them. */
const SAMPLES_ACROSS = 9;

/** Cells of a grid over the picture, each with its median light and the spread about it, from a sample of its pixels. */
function survey({ width, height, light }: GreyPicture, cell: number, ignored: Uint8Array | null) {
  const columns = Math.max(1, Math.round(width / cell));
  const rows = Math.max(1, Math.round(height / cell));
  const level = new Float32Array(columns * rows).fill(NaN);
  const spread = new Float32Array(columns * rows).fill(NaN);
  const stride = Math.max(1, Math.floor(cell / SAMPLES_ACROSS));
  const sample = new Float32Array((SAMPLES_ACROSS + 4) ** 2 * 4);
  for (let r = 0; r < rows; r += 1) {
    const [top, bottom] = [Math.floor((r * height) / rows), Math.floor(((r + 1) * height) / rows)];
    for (let c = 0; c < columns; c += 1) {
      const [left, right] = [Math.floor((c * width) / columns), Math.floor(((c + 1) * width) / columns)];
      let n = 0;
      for (let y = top; y < bottom; y += stride) {
        for (let x = left; x < right && n < sample.length; x += stride) {
          const i = y * width + x;
          if (ignored?.[i]) continue;
          sample[n] = light[i]!;
          n += 1;
        }
      }
      if (n < 5) continue;
      const taken = sample.subarray(0, n).sort();
      const middle = taken[n >> 1]!;
      level[r * columns + c] = middle;
      for (let k = 0; k < n; k += 1) taken[k] = Math.abs(taken[k]! - middle);
      // 1.4826: the median of a normal's absolute deviations is its deviation over that.
      spread[r * columns + c] = 1.4826 * taken.sort()[n >> 1]!;
    }
  }
  return { columns, rows, level, spread };
}

/** Terms of a surface up to the fourth power, at a place from -1 to 1: enough for a lens and a lamp. */
function surfaceTerms(u: number, v: number): number[] {
  const terms: number[] = [];
  for (let i = 0; i <= 4; i += 1) for (let j = 0; i + j <= 4; j += 1) terms.push(u ** i * v ** j);
  return terms;
}

/** So many places tell how noise is shared among neighbours. */
const NOISE_SAMPLES = 12_000;
/** So many cells tell a smooth surface as well as all of them. */
const MOST_SURFACE_CELLS = 1_500;

/** How light falls off over the picture: a smooth surface through the cells, those left out that lie far off it. */
function lightSurface(
  level: Float32Array,
  columns: number,
  rows: number,
): (column: number, row: number) => number {
  const at = (c: number, r: number) =>
    surfaceTerms((2 * (c + 0.5)) / columns - 1, (2 * (r + 0.5)) / rows - 1);
  const every = Math.ceil(level.length / MOST_SURFACE_CELLS);
  let used = [...level.keys()].filter((i) => i % every === 0 && !Number.isNaN(level[i]!));
  const known = used.length;
  if (known === 0) return () => 0;
  if (known < 30) {
    const flat = median(used.map((i) => level[i]!));
    return () => flat;
  }
  let coefficients: number[] = [];
  const value = (c: number, r: number) => at(c, r).reduce((sum, term, k) => sum + term * coefficients[k]!, 0);
  for (let round = 0; round < 3; round += 1) {
    const terms = used.map((i) => at(i % columns, Math.floor(i / columns)));
    const wanted = used.map((i) => [level[i]!]);
    coefficients = solve(new Matrix(terms), new Matrix(wanted)).to1DArray();
    const off = used.map((i) => Math.abs(level[i]! - value(i % columns, Math.floor(i / columns))));
    const limit = 3 * 1.4826 * median(off) + 0.3;
    const kept = used.filter((_, k) => off[k]! <= limit);
    if (kept.length < known / 2) break;
    used = kept;
  }
  return value;
}

/** Median of a cell and its neighbours, so that a large defect does not pull its own surroundings along. */
function calmed(
  values: Float32Array,
  columns: number,
  rows: number,
  reach: number,
  step: number,
): Float32Array {
  const out = new Float32Array(values.length);
  const near = new Float32Array((2 * Math.ceil(reach / step) + 1) ** 2);
  for (let r = 0; r < rows; r += 1) {
    for (let c = 0; c < columns; c += 1) {
      let n = 0;
      for (let y = r - reach; y <= r + reach; y += step) {
        for (let x = c - reach; x <= c + reach; x += step) {
          if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
          const value = values[y * columns + x]!;
          if (Number.isNaN(value)) continue;
          near[n] = value;
          n += 1;
        }
      }
      const taken = near.subarray(0, n).sort();
      out[r * columns + c] = n === 0 ? 0 : taken[n >> 1]!;
    }
  }
  return out;
}

/**
 * Contrast to the surroundings, bright or dark as wanted, smoothed over three by three pixels, in deviations of the noise: kept where it is
 * enough to follow a place, else 0, and a mask of where that is. Then the same the other way.
 */
function contrast(
  picture: GreyPicture,
  block: number,
  isBright: boolean,
  ignored: Uint8Array | null,
): [Outstanding, Outstanding] {
  const { width, height, light } = picture;
  const { columns, rows, level, spread } = survey(picture, block, ignored);
  const surface = lightSurface(level, columns, rows);
  const left = level.map((value, i) => value - surface(i % columns, Math.floor(i / columns)));
  const local = calmed(left, columns, rows, 1, 1);
  const noise = calmed(spread, columns, rows, 2, 1);
  // One ring of cells more than the picture has, so that its rim too lies between two.
  const [wide, tall] = [columns + 2, rows + 2];
  const base = new Float32Array(wide * tall);
  const deviation = new Float32Array(wide * tall);
  for (let r = -1; r <= rows; r += 1) {
    for (let c = -1; c <= columns; c += 1) {
      const own = Math.min(rows - 1, Math.max(0, r)) * columns + Math.min(columns - 1, Math.max(0, c));
      base[(r + 1) * wide + c + 1] = surface(c, r) + local[own]!;
      // No camera is without noise: half a step of its scale at least.
      deviation[(r + 1) * wide + c + 1] = Math.max(0.5, noise[own]!);
    }
  }
  // Where a picture was resampled or compressed, neighbours share their noise and nine of them hide it worse: so it is measured.
  const baseAt = (grid: Float32Array, x: number, y: number) => {
    const [u, v] = [((x + 0.5) * columns) / width + 0.5, ((y + 0.5) * rows) / height + 0.5];
    const [c, r] = [Math.floor(u), Math.floor(v)];
    const row = (k: number) => {
      const left = grid[k * wide + c]!;
      return left + (u - c) * (grid[k * wide + c + 1]! - left);
    };
    return row(r) + (v - r) * (row(r + 1) - row(r));
  };
  const stride = Math.max(1, Math.floor(Math.sqrt((width * height) / NOISE_SAMPLES)));
  const shared: number[] = [];
  for (let y = 1 + (stride >> 1); y < height - 1; y += stride) {
    for (let x = 1 + (stride >> 1); x < width - 1; x += stride) {
      const i = y * width + x;
      if (ignored?.[i]) continue;
      let nine = -9 * baseAt(base, x, y);
      for (let dy = -width; dy <= width; dy += width) {
        nine += light[i + dy - 1]! + light[i + dy]! + light[i + dy + 1]!;
      }
      shared.push(Math.abs(nine) / (3 * baseAt(deviation, x, y)));
    }
  }
  const worse = Math.max(1, 1.4826 * median(shared));
  for (let k = 0; k < deviation.length; k += 1) deviation[k] = deviation[k]! * worse;
  const around = { columns, rows, base, deviation };
  return [isBright, !isBright].map((bright) => fastStandsOut(picture, around, bright, ignored)) as [
    Outstanding,
    Outstanding,
  ];
}

/** What is measured of one place. */
interface Place {
  pixels: number;
  /** Pixels that stand out the other way. */
  others: number;
  sumX: number;
  sumY: number;
  sumXX: number;
  sumYY: number;
  sumXY: number;
  most: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** How hollow a place is: the share of the pixels around its middle that do not belong to it. */
function hollowness(belongs: (i: number) => boolean, width: number, place: Place): number {
  const [cx, cy] = [(place.left + place.right) / 2, (place.top + place.bottom) / 2];
  const reach = Math.max(1, 0.28 * Math.min(place.right - place.left + 1, place.bottom - place.top + 1));
  let [inside, own] = [0, 0];
  for (let y = Math.ceil(cy - reach); y <= cy + reach; y += 1) {
    for (let x = Math.ceil(cx - reach); x <= cx + reach; x += 1) {
      if ((x - cx) ** 2 + (y - cy) ** 2 > reach * reach) continue;
      inside += 1;
      if (belongs(y * width + x)) own += 1;
    }
  }
  return inside === 0 ? 0 : 1 - own / inside;
}

/** How much of the way round its middle a place has pixels near its outer edge, 0 to 1. */
function roundness(belongs: (i: number) => boolean, width: number, place: Place): number {
  const [cx, cy] = [(place.left + place.right) / 2, (place.top + place.bottom) / 2];
  const [rx, ry] = [(place.right - place.left + 1) / 2, (place.bottom - place.top + 1) / 2];
  const seen = new Uint8Array(SECTORS);
  for (let y = place.top; y <= place.bottom; y += 1) {
    for (let x = place.left; x <= place.right; x += 1) {
      if (!belongs(y * width + x)) continue;
      const [u, v] = [(x - cx) / rx, (y - cy) / ry];
      const far = Math.hypot(u, v);
      if (far > 0.6 && far < 1.15)
        seen[Math.floor(((Math.atan2(v, u) / Math.PI + 1) / 2) * SECTORS) % SECTORS] = 1;
    }
  }
  return seen.reduce((sum, one) => sum + one, 0) / SECTORS;
}

/** A line's bend: how far its pixels' middle third lies off the line from end to end, as a share of its length. */
function bend(
  belongs: (i: number) => boolean,
  width: number,
  place: Place,
  axis: readonly [number, number],
): number {
  const [cx, cy] = [place.sumX / place.pixels, place.sumY / place.pixels];
  const bins = 9;
  let [low, high] = [Infinity, -Infinity];
  const along = (x: number, y: number) => (x - cx) * axis[0] + (y - cy) * axis[1];
  const across = (x: number, y: number) => -(x - cx) * axis[1] + (y - cy) * axis[0];
  const own: [number, number][] = [];
  for (let y = place.top; y <= place.bottom; y += 1) {
    for (let x = place.left; x <= place.right; x += 1) {
      if (!belongs(y * width + x)) continue;
      const a = along(x, y);
      low = Math.min(low, a);
      high = Math.max(high, a);
      own.push([a, across(x, y)]);
    }
  }
  const long = high - low;
  if (long <= 0) return 0;
  const sums = new Float64Array(bins);
  const counts = new Float64Array(bins);
  for (const [a, b] of own) {
    const bin = Math.min(bins - 1, Math.floor((bins * (a - low)) / long));
    sums[bin]! += b;
    counts[bin]! += 1;
  }
  const middles = [...sums].flatMap((sum, i) => (counts[i]! > 0 ? [sum / counts[i]!] : []));
  return (Math.max(...middles) - Math.min(...middles)) / long;
}

/** Pixels this far apart belong to one place: a grid breaks it up. */
function joined(mask: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(mask.length);
  for (let i = 0; i < mask.length; i += 1) {
    if (!mask[i]) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    const [left, right] = [Math.max(0, x - reach), Math.min(width - 1, x + reach)];
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v += 1)
      out.fill(1, v * width + left, v * width + right + 1);
  }
  return out;
}

/** Specks, lines and rings: what stands out of its close surroundings. What stands out the other way beside it belongs to it. */
function findSharp(
  picture: GreyPicture,
  pxPerMm: number,
  isBright: boolean,
  ignored: Uint8Array | null,
): Defect[] {
  const { width, height } = picture;
  const block = Math.max(8, BLOCK_MM * pxPerMm);
  const [{ z, mask }, other] = contrast(picture, block, isBright, ignored);
  const either = mask.map((on, i) => on | other.mask[i]!);
  const reach = Math.max(1, Math.round(JOIN_MM * pxPerMm));
  const { labels, count } = labelPlaces(joined(either, width, height, reach), width, height);
  if (count > MOST_PLACES) return [];
  const places: Place[] = Array.from({ length: count }, () => ({
    pixels: 0,
    others: 0,
    sumX: 0,
    sumY: 0,
    sumXX: 0,
    sumYY: 0,
    sumXY: 0,
    most: 0,
    left: width,
    right: 0,
    top: height,
    bottom: 0,
  }));
  for (let i = 0; i < either.length; i += 1) {
    if (!mask[i]) continue;
    const place = places[labels[i]! - 1]!;
    place.most = Math.max(place.most, z[i]!);
  }
  // What is faint beside the rest of its place is its blur or its ghost.
  const isShape = (i: number) => Math.max(z[i]!, other.z[i]!) >= SHAPE_SHARE * places[labels[i]! - 1]!.most;
  for (let i = 0; i < either.length; i += 1) {
    if (!either[i] || !isShape(i)) continue;
    const place = places[labels[i]! - 1]!;
    const [x, y] = [i % width, Math.floor(i / width)];
    place.left = Math.min(place.left, x);
    place.right = Math.max(place.right, x);
    place.top = Math.min(place.top, y);
    place.bottom = Math.max(place.bottom, y);
    if (!mask[i]) {
      place.others += 1;
      continue;
    }
    place.pixels += 1;
    place.sumX += x;
    place.sumY += y;
    place.sumXX += x * x;
    place.sumYY += y * y;
    place.sumXY += x * y;
  }
  return places.flatMap((place, k): Defect[] => {
    if (place.most < SEED_SIGMA) return [];
    const n = place.pixels;
    const [cx, cy] = [place.sumX / n, place.sumY / n];
    const [xx, yy, xy] = [
      place.sumXX / n - cx * cx + 1 / 12,
      place.sumYY / n - cy * cy + 1 / 12,
      place.sumXY / n - cx * cy,
    ];
    const half = Math.hypot((xx - yy) / 2, xy);
    const [large, small] = [(xx + yy) / 2 + half, Math.max(1 / 12, (xx + yy) / 2 - half)];
    const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    // A uniform line of length l has the variance l²/12.
    const lengthPx = Math.sqrt(12 * large);
    const widthPx = n / lengthPx;
    const isLine = lengthPx / Math.max(1, widthPx) >= LINE_RATIO && lengthPx / Math.sqrt(12 * small) > 2;
    const areaMm2 = n / pxPerMm ** 2;
    // Faint and broad is light that changes: where it is a patch, it is found as one.
    if (isLine && widthPx > BROADEST_MM * pxPerMm && place.most < FAINT_SIGMA) return [];
    const [boxX, boxY] = [place.right - place.left + 1, place.bottom - place.top + 1];
    const own = (i: number) => mask[i] === 1 && labels[i] === k + 1 && isShape(i);
    const isRound =
      Math.min(boxX, boxY) >= Math.max(6, LEAST_RING_MM * pxPerMm) &&
      Math.max(boxX, boxY) < 1.6 * Math.min(boxX, boxY) &&
      roundness((i) => either[i] === 1 && labels[i] === k + 1 && isShape(i), width, place) >= ROUND_SHARE;
    // Under a bubble the grid is shifted: it is as much too bright as too dark there. Where there is no grid, only its rim shows.
    const isRing =
      isRound &&
      (hollowness(own, width, place) > HOLLOW_SHARE || (!isBright && place.others > MIXED_SHARE * n));
    // A ring of what hardly stands out is noise that happens to lie round.
    if (isRing && place.most < RING_SIGMA) return [];
    const kind: DefectKind = isRing
      ? "bubble"
      : isLine
        ? bend(own, width, place, [Math.cos(angle), Math.sin(angle)]) > STRAIGHT_SHARE
          ? "fibre"
          : "scratch"
        : "speck";
    const [atX, atY] = isRing ? [(place.left + place.right) / 2, (place.top + place.bottom) / 2] : [cx, cy];
    return [
      {
        kind,
        xMm: (atX + 0.5) / pxPerMm,
        yMm: (atY + 0.5) / pxPerMm,
        areaMm2: isRing ? (Math.PI * boxX * boxY) / 4 / pxPerMm ** 2 : areaMm2,
        lengthMm: (isRing ? Math.max(boxX, boxY) : Math.max(lengthPx, Math.sqrt(n))) / pxPerMm,
        strength: place.most,
      },
    ];
  });
}

/** Faint large places: medians of cells that leave the surface of light and their farther surroundings. */
function findPatches(picture: GreyPicture, pxPerMm: number, ignored: Uint8Array | null): Defect[] {
  const areaMm2 = (picture.width * picture.height) / pxPerMm ** 2;
  const cellMm = Math.max(PATCH_CELL_MM, Math.sqrt(areaMm2 / MOST_PATCH_CELLS));
  const cell = Math.max(4, cellMm * pxPerMm);
  const { columns, rows, level } = survey(picture, cell, ignored);
  if (columns < 8 || rows < 8) return [];
  const surface = lightSurface(level, columns, rows);
  const left = level.map((value, i) => value - surface(i % columns, Math.floor(i / columns)));
  const far = calmed(left, columns, rows, 9, 3);
  const off = left.map((value, i) => (Number.isNaN(value) ? 0 : value - far[i]!));
  const sigma = Math.max(0.25, 1.4826 * median(off.map((value) => Math.abs(value))));
  const mask = new Uint8Array(off.length);
  off.forEach((value, i) => (mask[i] = Math.abs(value) > PATCH_SIGMA * sigma ? 1 : 0));
  const { labels, count } = labelPlaces(mask, columns, rows);
  const found = Array.from({ length: count }, () => ({ cells: 0, x: 0, y: 0, most: 0 }));
  labels.forEach((label, i) => {
    if (!label) return;
    const place = found[label - 1]!;
    place.cells += 1;
    place.x += i % columns;
    place.y += Math.floor(i / columns);
    place.most = Math.max(place.most, Math.abs(off[i]!) / sigma);
  });
  const [cellX, cellY] = [picture.width / columns / pxPerMm, picture.height / rows / pxPerMm];
  return found.flatMap(({ cells, x, y, most }): Defect[] => {
    const area = cells * cellX * cellY;
    if (area < PATCH_AREA_MM2) return [];
    return [
      {
        kind: "patch",
        xMm: (x / cells + 0.5) * cellX,
        yMm: (y / cells + 0.5) * cellY,
        areaMm2: area,
        lengthMm: Math.sqrt((4 * area) / Math.PI),
        strength: most,
      },
    ];
  });
}

/** What lies so near a line belongs to it, mm. */
const BESIDE_LINE_MM = 0.25;

/** Places and lines together: what a line is broken into is that line, and a line through a place as large as itself is that place. */
function withLines(sharp: readonly Defect[], lines: readonly FoundLine[]): Defect[] {
  const kept: Defect[] = [];
  const parts = new Set<Defect>();
  for (const { defect, points } of lines) {
    const on = sharp.filter((place) =>
      points.some(
        ({ xMm, yMm }) =>
          Math.hypot(xMm - place.xMm, yMm - place.yMm) <
          BESIDE_LINE_MM + (place.kind === "bubble" ? place.lengthMm / 2 : 0),
      ),
    );
    const isOf = on.some(({ kind, lengthMm }) => kind === "bubble" || lengthMm > 0.55 * defect.lengthMm);
    if (isOf) continue;
    for (const place of on) parts.add(place);
    kept.push({ ...defect, strength: Math.max(defect.strength, ...on.map(({ strength }) => strength)) });
  }
  return [...sharp.filter((place) => !parts.has(place)), ...kept];
}

/**
 * Defects of a panel in a picture that is squared up: the panel fills it. Light that falls off, and noise that grows with light, are taken
 * from the surroundings of each place. `ignored`: pixels that are not looked at. Sources: median and median absolute deviation as robust
 * estimates (Huber 1981, from memory); two-pass labels; second moments for length and direction.
 */
export function findDefects(
  picture: GreyPicture,
  pxPerMm: number,
  lighting: Lighting,
  ignored: Uint8Array | null = null,
): Defect[] {
  const bare = withoutGrid(picture);
  const isBright = lighting !== "white";
  const sharp = findSharp(bare, pxPerMm, isBright, ignored);
  const whole = withLines(sharp, findLines(bare, pxPerMm, isBright, ignored));
  // Around what stands out far more a faint place is its halo.
  const patches = findPatches(bare, pxPerMm, ignored).filter(
    (patch) =>
      !whole.some(
        ({ kind, xMm, yMm, areaMm2, lengthMm, strength }) =>
          // A ring whose inside is the patch stands for it.
          (kind === "bubble" && lengthMm > patch.lengthMm / 2
            ? strength > patch.strength
            : strength > HALO_TIMES * patch.strength && areaMm2 > HALO_SHARE * patch.areaMm2) &&
          Math.hypot(xMm - patch.xMm, yMm - patch.yMm) < patch.lengthMm / 2,
      ),
  );
  // What is a patch is not also counted as the places of its middle or rim.
  const outside = whole.filter(
    ({ xMm, yMm, areaMm2, strength }) =>
      !patches.some(
        (patch) =>
          Math.hypot(xMm - patch.xMm, yMm - patch.yMm) < 0.75 * patch.lengthMm &&
          (areaMm2 > 0.15 * patch.areaMm2 || strength < FAINT_SIGMA),
      ),
  );
  return [...outside, ...patches].sort((a, b) => b.strength - a.strength);
}

/** What a picture shows: the defects, and where it cannot tell. */
export interface Looked {
  defects: Defect[];
  cannotSee: HiddenPart[];
}

/**
 * A picture looked through, its panel filling it: defects, without what lies where a lamp's image or lit text hides the panel, and without
 * photosites that shine by themselves.
 */
export function lookThrough(
  photo: { rgba: ArrayLike<number>; width: number; height: number },
  pxPerMm: number,
  lighting: Lighting,
  ignored: Uint8Array | null = null,
): Looked {
  const picture = greyOf(photo.rgba, photo.width, photo.height);
  const cannotSee = hiddenParts(picture, pxPerMm, lighting);
  const defects = findDefects(picture, pxPerMm, lighting, ignored).filter(
    (defect) =>
      !cannotSee.some((part) => isWithin(defect, part)) &&
      !(lighting !== "white" && defect.kind === "speck" && isHotSite(photo, pxPerMm, defect)),
  );
  return { defects, cannotSee };
}
