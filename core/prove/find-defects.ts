import { Matrix, solve } from "ml-matrix";
import { hiddenParts, isHotSite, isWithin, type HiddenPart } from "./cannot-see.ts";
import { labelPlaces, type GreyPicture, type PhotoPart } from "./picture.ts";
import { wholeLook, type BegunLook } from "./begun-look.ts";
import { linesToFind, type FoundLine } from "./find-lines.ts";
import { withoutGrid } from "./without-grid.ts";
import { fastPanelLight } from "./fast-panel-light.ts";
import { panelLight, type PanelLight } from "./panel-light.ts";
import { fastStandsOut } from "./fast-stands-out.ts";
import { middleOf } from "./middle-of.ts";
import { nearPlaces } from "./near-places.ts";
import { FAINT_SIGMA, placeReader, type Spots } from "./place-shape.ts";
import { seedSigma, tailSigma } from "./seed-sigma.ts";
import type { Outstanding } from "./stands-out.ts";
import type { Defect, Lighting } from "./defects.ts";

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
/** What lies closer together than this is one place, mm. */
const JOIN_MM = 0.05;
/** A patch is the halo of what stands out so many times as far and has so much of its area. */
const HALO_TIMES = 2;
const HALO_SHARE = 0.05;

const median = (values: ArrayLike<number>): number => middleOf(Float32Array.from(values));

/** Some eighty pixels of a cell tell its median as well as all of them. */
const SAMPLES_ACROSS = 9;

/** Cells of a grid over the picture, each with its median light and, if wanted, the spread about it, from a sample of its pixels. */
function survey(
  { width, height, light }: GreyPicture,
  cell: number,
  ignored: Uint8Array | null,
  isSpreadWanted: boolean,
) {
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
      const middle = middleOf(sample, n);
      level[r * columns + c] = middle;
      if (!isSpreadWanted) continue;
      for (let k = 0; k < n; k += 1) sample[k] = Math.abs(sample[k]! - middle);
      // 1.4826: the median of a normal's absolute deviations is its deviation over that.
      spread[r * columns + c] = 1.4826 * middleOf(sample, n);
    }
  }
  return { columns, rows, level, spread };
}

/** The highest powers across and down that light over a panel is led by: the fourth are enough for a lens and a lamp. */
interface Powers {
  across: number;
  down: number;
}
const HIGHEST = 4;

/** A surface must not bend so sharply that it follows a patch: a power for so many mm, two at the least. */
const POWER_MM = 14;
const powerOver = (mm: number): number => Math.min(HIGHEST, Math.max(2, Math.round(mm / POWER_MM)));

/** Terms of a surface at a place from -1 to 1. */
function surfaceTerms(u: number, v: number, { across, down }: Powers): number[] {
  const terms: number[] = [];
  for (let i = 0; i <= across; i += 1)
    for (let j = 0; j <= down && i + j <= Math.max(across, down); j += 1) terms.push(u ** i * v ** j);
  return terms;
}

/** So many places tell how noise is shared among neighbours. */
const NOISE_SAMPLES = 12_000;
/** So many cells tell a smooth surface as well as all of them. */
const MOST_SURFACE_CELLS = 1_500;

/** Light is led by the cells that lie nearest to it, so many of them, found in so many rounds: a patch is none of them. */
const NEAREST_SHARE = 0.6;
const SURFACE_ROUNDS = 8;

/**
 * How light falls off over the picture: a smooth surface through the cells that lie nearest to one (least trimmed squares, Rousseeuw 1984,
 * by concentration steps; from memory), then through all that do not lie far off it.
 */
function lightSurface(
  level: Float32Array,
  columns: number,
  rows: number,
  powers: Powers = { across: HIGHEST, down: HIGHEST },
): (column: number, row: number) => number {
  const at = (c: number, r: number) =>
    surfaceTerms((2 * (c + 0.5)) / columns - 1, (2 * (r + 0.5)) / rows - 1, powers);
  const every = Math.ceil(level.length / MOST_SURFACE_CELLS);
  const known = [...level.keys()].filter((i) => i % every === 0 && !Number.isNaN(level[i]!));
  if (known.length === 0) return () => 0;
  if (known.length < 30) {
    const flat = median(known.map((i) => level[i]!));
    return () => flat;
  }
  const terms = known.map((i) => at(i % columns, Math.floor(i / columns)));
  const wanted = known.map((i) => level[i]!);
  const many = terms[0]!.length;
  let coefficients: number[] = [];
  const fit = (isUsed: (k: number) => boolean) => {
    const sums = new Float64Array(many * many);
    const right = new Float64Array(many);
    terms.forEach((row, k) => {
      if (!isUsed(k)) return;
      for (let p = 0; p < many; p += 1) {
        right[p]! += row[p]! * wanted[k]!;
        for (let q = 0; q < many; q += 1) sums[p * many + q]! += row[p]! * row[q]!;
      }
    });
    coefficients = solve(Matrix.from1DArray(many, many, sums), Matrix.columnVector(right)).to1DArray();
  };
  const valueOf = (row: readonly number[]) => {
    let sum = 0;
    for (let p = 0; p < many; p += 1) sum += row[p]! * coefficients[p]!;
    return sum;
  };
  const offs = () => Float32Array.from(terms, (row, k) => Math.abs(wanted[k]! - valueOf(row)));
  fit(() => true);
  let limit = Infinity;
  for (let round = 0; round < SURFACE_ROUNDS; round += 1) {
    const off = offs();
    const nearest = off.slice().sort()[Math.floor(NEAREST_SHARE * off.length)]!;
    // It only comes nearer: where it hardly does, it is there.
    if (nearest > 0.99 * limit) break;
    limit = nearest;
    fit((k) => off[k]! <= limit);
  }
  const off = offs();
  const far = 3 * 1.4826 * median(off) + 0.3;
  fit((k) => off[k]! <= far);
  return (c, r) => valueOf(at(c, r));
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
      out[r * columns + c] = middleOf(near, n);
    }
  }
  return out;
}

/** Contrast to the surroundings, smoothed over three by three pixels, in deviations of the noise, where it is enough to follow a place. */
function contrast(picture: GreyPicture, block: number, ignored: Uint8Array | null): Outstanding {
  const { width, height, light } = picture;
  const { columns, rows, level, spread } = survey(picture, block, ignored, true);
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
  return fastStandsOut(picture, { columns, rows, base, deviation }, ignored);
}

/** Specks, lines and rings: what stands out of its close surroundings. What stands out the other way beside it belongs to it. */
function findSharp(
  picture: GreyPicture,
  pxPerMm: number,
  isBright: boolean,
  ignored: Uint8Array | null,
): Defect[] {
  const { width } = picture;
  const { at, z } = contrast(picture, Math.max(8, BLOCK_MM * pxPerMm), ignored);
  // A grid breaks a place up: so far on either side of a pixel belongs to it.
  const reach = 2 * Math.max(1, Math.round(JOIN_MM * pxPerMm)) + 1;
  const { order, starts, count } = nearPlaces(at, width, reach);
  if (count > MOST_PLACES) return [];
  const sign = isBright ? 1 : -1;
  const strengths = new Float32Array(count);
  for (let place = 0; place < count; place += 1)
    for (let i = starts[place]!; i < starts[place + 1]!; i += 1)
      strengths[place] = Math.max(strengths[place]!, sign * z[order[i]!]!);
  const least = tailSigma(strengths, seedSigma(SEED_SIGMA, { ...picture, pxPerMm }));
  const isPlace = (place: number) => strengths[place]! >= least;
  let largest = 0;
  for (let place = 0; place < count; place += 1)
    if (isPlace(place)) largest = Math.max(largest, starts[place + 1]! - starts[place]!);
  const read = placeReader(largest, pxPerMm, isBright);
  const found: Defect[] = [];
  for (let place = 0; place < count; place += 1) {
    if (!isPlace(place)) continue;
    const write = (into: Spots) => {
      const first = starts[place]!;
      into.many = starts[place + 1]! - first;
      for (let i = 0; i < into.many; i += 1) {
        const k = order[first + i]!;
        const y = Math.floor(at[k]! / width);
        into.x[i] = at[k]! - y * width;
        into.y[i] = y;
        into.z[i] = sign * z[k]!;
      }
    };
    const defect = read(write, strengths[place]!);
    if (defect) found.push(defect);
  }
  return found;
}

/** Faint large places: medians of cells that leave the surface of light and their farther surroundings. */
function findPatches(picture: GreyPicture, pxPerMm: number, ignored: Uint8Array | null): Defect[] {
  const areaMm2 = (picture.width * picture.height) / pxPerMm ** 2;
  const cellMm = Math.max(PATCH_CELL_MM, Math.sqrt(areaMm2 / MOST_PATCH_CELLS));
  const cell = Math.max(4, cellMm * pxPerMm);
  const { columns, rows, level } = survey(picture, cell, ignored, false);
  if (columns < 8 || rows < 8) return [];
  const surface = lightSurface(level, columns, rows, {
    across: powerOver(picture.width / pxPerMm),
    down: powerOver(picture.height / pxPerMm),
  });
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

const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity);
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), -Infinity);

/** What lies so near a line belongs to it, mm. */
const BESIDE_LINE_MM = 0.25;

/** Places and lines together: what a line is broken into is that line, and a line through a place as large as itself is that place. */
function withLines(sharp: readonly Defect[], lines: readonly FoundLine[]): Defect[] {
  const kept: Defect[] = [];
  const parts = new Set<Defect>();
  for (const { defect, points } of lines) {
    const [xs, ys] = [points.map(({ xMm }) => xMm), points.map(({ yMm }) => yMm)];
    const [left, right, top, bottom] = [least(xs), most(xs), least(ys), most(ys)];
    const on = sharp.filter(({ kind, lengthMm, xMm, yMm }) => {
      const reach = BESIDE_LINE_MM + (kind === "bubble" ? lengthMm / 2 : 0);
      return (
        xMm > left - reach &&
        xMm < right + reach &&
        yMm > top - reach &&
        yMm < bottom + reach &&
        points.some((point) => (point.xMm - xMm) ** 2 + (point.yMm - yMm) ** 2 < reach * reach)
      );
    });
    const isOf = on.some(({ kind, lengthMm }) => kind === "bubble" || lengthMm > 0.55 * defect.lengthMm);
    if (isOf) continue;
    for (const place of on) parts.add(place);
    kept.push({ ...defect, strength: Math.max(defect.strength, ...on.map(({ strength }) => strength)) });
  }
  return [...sharp.filter((place) => !parts.has(place)), ...kept];
}

/** All that was found, each told once. */
function joined(sharp: readonly Defect[], lines: readonly FoundLine[], faint: readonly Defect[]): Defect[] {
  const whole = withLines(sharp, lines);
  // Around what stands out far more a faint place is its halo.
  const patches = faint.filter(
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

/**
 * Defects of a panel in a picture that is squared up: the panel fills it. Light that falls off, and noise that grows with light, are taken
 * from the surroundings of each place. `ignored`: pixels that are not looked at. Sources: median and median absolute deviation as robust
 * estimates (Huber 1981, from memory); two-pass labels; second moments for length and direction.
 */
function beginIn(
  panel: PanelLight,
  pxPerMm: number,
  lighting: Lighting,
  ignored: Uint8Array | null,
): BegunLook<Defect[]> {
  const bare = withoutGrid(panel);
  const isBright = lighting !== "white";
  return {
    lines: linesToFind(panel, pxPerMm, isBright, ignored),
    rest: () => {
      const sharp = findSharp(bare, pxPerMm, isBright, ignored);
      const faint = findPatches(bare, pxPerMm, ignored);
      return (lines) => joined(sharp, lines, faint);
    },
  };
}

/** Defects of a panel in a picture of it alone; see `lookThrough`. */
export const findDefects = (
  picture: GreyPicture,
  pxPerMm: number,
  lighting: Lighting,
  ignored: Uint8Array | null = null,
): Defect[] => wholeLook(beginIn(panelLight(picture, fastPanelLight), pxPerMm, lighting, ignored));

/** What a picture shows: the defects, and where it cannot tell. */
export interface Looked {
  defects: Defect[];
  cannotSee: HiddenPart[];
}

/**
 * Begins to look through a picture whose panel fills it: defects, without what lies where a lamp's image or lit text hides the panel, and
 * without photosites that shine by themselves.
 */
export function beginLook(
  photo: PhotoPart,
  pxPerMm: number,
  lighting: Lighting,
  ignored: Uint8Array | null = null,
): BegunLook<Looked> {
  const panel = fastPanelLight(photo.width, photo.height);
  panel.take(photo);
  const cannotSee = hiddenParts(panel, pxPerMm, lighting);
  const { lines, rest } = beginIn(panel, pxPerMm, lighting, ignored);
  const isSeen = (defect: Defect) =>
    !cannotSee.some((part) => isWithin(defect, part)) &&
    !(lighting !== "white" && isHotSite(photo, pxPerMm, defect));
  return {
    lines,
    rest: () => {
      const join = rest();
      return (found) => ({ defects: join(found).filter(isSeen), cannotSee });
    },
  };
}

/** A picture looked through on this thread; see `beginLook`. */
export const lookThrough = (...asked: Parameters<typeof beginLook>): Looked => wholeLook(beginLook(...asked));
