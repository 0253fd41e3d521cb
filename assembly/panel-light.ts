// The passes of core/prove/panel-light.ts in WebAssembly: four pixels at a time.

import { begin, claim, room } from "./shared/room";

/** The picture; and what it is predicted to be, then without its grid. */
export let light: usize = 0;
export let shown: usize = 0;
/** Some places of the picture, by their pixel. */
export let places: usize = 0;
/** Ways to other pixels that are asked about, and an answer for each way or place. */
export let ways: usize = 0;
export let answers: usize = 0;
/** Steps to the pixels that predict one, and the weight of each. */
export let offsets: usize = 0;
export let weights: usize = 0;
/** Pixels of a part that stand out, and by how much. */
export let found: usize = 0;
export let beyondBy: usize = 0;

let width: i32 = 0;
let height: i32 = 0;
/** A row to work in. */
export let workRow: usize = 0;
/** Means along the rows about the one that is worked at, and their sums. */
let ring: usize = 0;
let columnSums: usize = 0;
let rowBytes: usize = 0;

/** Makes room for a picture of this size, so many places, ways, steps, pixels of a part, and rows that are summed. */
export function layOut(
  pixelsWide: i32,
  pixelsTall: i32,
  mostPlaces: i32,
  mostWays: i32,
  mostSteps: i32,
  mostFound: i32,
  mostRows: i32,
): void {
  width = pixelsWide;
  height = pixelsTall;
  rowBytes = ((<usize>width << 2) + 31) & ~15;
  begin();
  places = room(<usize>mostPlaces << 2);
  ways = room(<usize>mostWays << 2);
  answers = room(<usize>max(mostPlaces, mostWays) << 3);
  offsets = room(<usize>mostSteps << 2);
  weights = room(<usize>mostSteps << 2);
  found = room(<usize>mostFound << 2);
  beyondBy = room(<usize>mostFound << 2);
  ring = room(<usize>mostRows * rowBytes);
  columnSums = room(rowBytes);
  workRow = room(rowBytes);
  light = room(<usize>(width * height) << 2);
  shown = room(<usize>(width * height) << 2);
  claim();
}

/** Writes the light of a row of the picture, whose bytes (red, green, blue and one more) lie where rows are worked in. */
export function takeRow(y: i32): void {
  const to = light + (<usize>(y * width) << 2);
  const red = f32x4.splat(0.2126);
  const green = f32x4.splat(0.7152);
  const blue = f32x4.splat(0.0722);
  const byte = i32x4.splat(0xff);
  let x = 0;
  for (; x + 4 <= width; x += 4) {
    const four = v128.load(workRow + (<usize>x << 2));
    const r = f32x4.convert_i32x4_u(v128.and(four, byte));
    const g = f32x4.convert_i32x4_u(v128.and(i32x4.shr_u(four, 8), byte));
    const b = f32x4.convert_i32x4_u(v128.and(i32x4.shr_u(four, 16), byte));
    v128.store(
      to + (<usize>x << 2),
      f32x4.add(f32x4.add(f32x4.mul(red, r), f32x4.mul(green, g)), f32x4.mul(blue, b)),
    );
  }
  for (; x < width; x++) {
    const own = workRow + (<usize>x << 2);
    store<f32>(
      to + (<usize>x << 2),
      <f32>0.2126 * <f32>load<u8>(own) + <f32>0.7152 * <f32>load<u8>(own, 1) + <f32>0.0722 * <f32>load<u8>(own, 2),
    );
  }
}

/** The sum of the light of each square of the picture, or how many of its pixels are lighter than `limit`; in the place of what is shown. */
export function squares(cell: i32, limit: f32, isCount: bool): void {
  const columns = (width + cell - 1) / cell;
  const rows = (height + cell - 1) / cell;
  memory.fill(shown, 0, <usize>(columns * rows) << 2);
  const limits = f32x4.splat(limit);
  const one = f32x4.splat(1);
  for (let y = 0; y < height; y++) {
    const row = light + (<usize>(y * width) << 2);
    let to = shown + (<usize>((y / cell) * columns) << 2);
    for (let x = 0; x < width; to += 4) {
      const end = min(width, x + cell);
      let four = f32x4.splat(0);
      for (; x + 4 <= end; x += 4) {
        const own = v128.load(row + (<usize>x << 2));
        four = f32x4.add(four, isCount ? v128.and(f32x4.gt(own, limits), one) : own);
      }
      let sum: f32 =
        f32x4.extract_lane(four, 0) +
        f32x4.extract_lane(four, 1) +
        f32x4.extract_lane(four, 2) +
        f32x4.extract_lane(four, 3);
      for (; x < end; x++) {
        const own = load<f32>(row + (<usize>x << 2));
        sum += isCount ? (own > limit ? <f32>1 : <f32>0) : own;
      }
      store<f32>(to, load<f32>(to) + sum);
    }
  }
}

// @ts-ignore: decorator
@inline
function at(i: i32): f32 {
  return load<f32>(light + (<usize>i << 2));
}

/**
 * How unlike themselves so many places are one way on, for so many ways: to both sides at once, or to one. Four ways that lie side by side
 * are asked about at once.
 */
export function unlike(many: i32, manyWays: i32, isPair: bool): void {
  for (let w = 0; w < manyWays;) {
    const way = load<i32>(ways + (<usize>w << 2));
    const answer = answers + (<usize>w << 3);
    if (w + 4 <= manyWays && load<i32>(ways + (<usize>w << 2), 12) === way + 3) {
      let first = f64x2.splat(0);
      let second = f64x2.splat(0);
      for (let k = 0; k < many; k++) {
        const i = load<i32>(places + (<usize>k << 2));
        const own = v128.load32_splat(light + (<usize>i << 2));
        let beyond = v128.load(light + (<usize>(i + way) << 2));
        if (isPair) {
          const back = v128.load(light + (<usize>(i - way - 3) << 2));
          beyond = f32x4.sub(
            f32x4.add(beyond, v128.shuffle<i32>(back, back, 3, 2, 1, 0)),
            f32x4.mul(f32x4.splat(2), own),
          );
        } else beyond = f32x4.sub(beyond, own);
        const off = f32x4.abs(beyond);
        first = f64x2.add(first, f64x2.promote_low_f32x4(off));
        second = f64x2.add(second, f64x2.promote_low_f32x4(v128.shuffle<i32>(off, off, 2, 3, 2, 3)));
      }
      v128.store(answer, first);
      v128.store(answer, second, 16);
      w += 4;
      continue;
    }
    let sum: f64 = 0;
    for (let k = 0; k < many; k++) {
      const i = load<i32>(places + (<usize>k << 2));
      const beyond = isPair ? at(i + way) + at(i - way) - 2 * at(i) : at(i + way) - at(i);
      sum += <f64>abs<f32>(beyond);
    }
    store<f64>(answer, sum);
    w++;
  }
}

/** How far so many places are off the mean of the square about them. */
export function offAround(many: i32, reach: i32): void {
  const across = 2 * reach + 1;
  for (let k = 0; k < many; k++) {
    const i = load<i32>(places + (<usize>k << 2));
    let four = f32x4.splat(0);
    let rest: f32 = 0;
    for (let y = -reach; y <= reach; y++) {
      const row = light + (<usize>(i + y * width - reach) << 2);
      let x = 0;
      for (; x + 4 <= across; x += 4) four = f32x4.add(four, v128.load(row + (<usize>x << 2)));
      for (; x < across; x++) rest += load<f32>(row + (<usize>x << 2));
    }
    const sum =
      f32x4.extract_lane(four, 0) +
      f32x4.extract_lane(four, 1) +
      f32x4.extract_lane(four, 2) +
      f32x4.extract_lane(four, 3) +
      rest;
    store<f64>(answers + (<usize>k << 3), <f64>abs<f32>(at(i) - sum / <f32>(across * across)));
  }
}

/**
 * Writes what the pixels of a part are predicted to be: from pixels so many steps on, each with its weight, or from pairs of them to
 * either side.
 */
export function predict(left: i32, right: i32, top: i32, bottom: i32, many: i32, isPair: bool): void {
  for (let y = top; y < bottom; y++) {
    let i = y * width + left;
    const last = y * width + right;
    // Sixteen at a time: a step and its weight are read once for all of them.
    for (; i + 16 <= last; i += 16) {
      let a = f32x4.splat(0);
      let b = f32x4.splat(0);
      let c = f32x4.splat(0);
      let d = f32x4.splat(0);
      for (let k = 0; k < many; k++) {
        const step = load<i32>(offsets + (<usize>k << 2));
        const weight = v128.load32_splat(weights + (<usize>k << 2));
        const from = light + (<usize>(i + step) << 2);
        if (isPair) {
          const back = light + (<usize>(i - step) << 2);
          a = f32x4.add(a, f32x4.mul(weight, f32x4.add(v128.load(from), v128.load(back))));
          b = f32x4.add(b, f32x4.mul(weight, f32x4.add(v128.load(from, 16), v128.load(back, 16))));
          c = f32x4.add(c, f32x4.mul(weight, f32x4.add(v128.load(from, 32), v128.load(back, 32))));
          d = f32x4.add(d, f32x4.mul(weight, f32x4.add(v128.load(from, 48), v128.load(back, 48))));
        } else {
          a = f32x4.add(a, f32x4.mul(weight, v128.load(from)));
          b = f32x4.add(b, f32x4.mul(weight, v128.load(from, 16)));
          c = f32x4.add(c, f32x4.mul(weight, v128.load(from, 32)));
          d = f32x4.add(d, f32x4.mul(weight, v128.load(from, 48)));
        }
      }
      const to = shown + (<usize>i << 2);
      v128.store(to, a);
      v128.store(to, b, 16);
      v128.store(to, c, 32);
      v128.store(to, d, 48);
    }
    for (; i < last; i++) {
      let value: f32 = 0;
      for (let k = 0; k < many; k++) {
        const step = load<i32>(offsets + (<usize>k << 2));
        const beyond = isPair ? at(i + step) + at(i - step) : at(i + step);
        value += load<f32>(weights + (<usize>k << 2)) * beyond;
      }
      store<f32>(shown + (<usize>i << 2), value);
    }
  }
}

/** Shows the pixels of a part as they are. */
export function leave(left: i32, right: i32, top: i32, bottom: i32): void {
  for (let y = top; y < bottom; y++) {
    const from = <usize>(y * width + left) << 2;
    memory.copy(shown + from, light + from, <usize>(right - left) << 2);
  }
}

// @ts-ignore: decorator
@inline
function note(i: i32, least: f32, count: i32): i32 {
  const off = at(i) - load<f32>(shown + (<usize>i << 2));
  if (abs<f32>(off) <= least) return count;
  store<i32>(found + (<usize>count << 2), i);
  store<f32>(beyondBy + (<usize>count << 2), off);
  return count + 1;
}

/** How many pixels of a part are farther off what is shown than `least`. */
export function beyond(left: i32, right: i32, top: i32, bottom: i32, least: f32): i32 {
  const limit = f32x4.splat(least);
  let count = 0;
  for (let y = top; y < bottom; y++) {
    let i = y * width + left;
    const last = y * width + right;
    for (; i + 4 <= last; i += 4) {
      const o = <usize>i << 2;
      const off = f32x4.abs(f32x4.sub(v128.load(light + o), v128.load(shown + o)));
      if (!v128.any_true(f32x4.gt(off, limit))) continue;
      for (let k = 0; k < 4; k++) count = note(i + k, least, count);
    }
    for (; i < last; i++) count = note(i, least, count);
  }
  return count;
}

/** Means of a row over `2 * reach + 1` neighbours, fewer at its ends. */
function alongRow(from: usize, to: usize, pixels: i32, reach: i32): void {
  let sum: f32 = 0;
  let many = 0;
  for (let x = 0; x < min(reach, pixels); x++) {
    sum += load<f32>(from + (<usize>x << 2));
    many++;
  }
  const head = min(reach + 1, pixels);
  let x = 0;
  for (; x < head; x++) {
    if (x + reach < pixels) {
      sum += load<f32>(from + (<usize>(x + reach) << 2));
      many++;
    }
    store<f32>(to + (<usize>x << 2), sum / <f32>many);
  }
  const across = 2 * reach + 1;
  const share = <f32>1 / <f32>across;
  for (; x + reach < pixels; x++) {
    sum += load<f32>(from + (<usize>(x + reach) << 2)) - load<f32>(from + (<usize>(x - reach - 1) << 2));
    store<f32>(to + (<usize>x << 2), sum * share);
  }
  for (; x < pixels; x++) {
    sum -= load<f32>(from + (<usize>(x - reach - 1) << 2));
    many = pixels - x + reach;
    store<f32>(to + (<usize>x << 2), sum / <f32>many);
  }
}

/** Adds a row to the sums of columns (`sign` 1) or takes it away (-1). */
function addRow(row: usize, pixels: i32, sign: f32): void {
  const signs = f32x4.splat(sign);
  for (let x = 0; x < pixels; x += 4) {
    const o = <usize>x << 2;
    v128.store(columnSums + o, f32x4.add(v128.load(columnSums + o), f32x4.mul(signs, v128.load(row + o))));
  }
}

let summed: i32 = 0;

/** Brings the sums of columns from the row before to row `y`: from row `-reach` on, one after another. */
function toRow(y: i32, from: usize, pixels: i32, rows: i32, reach: i32, isAbs: bool): void {
  const many = 2 * reach + 1;
  if (y === -reach) {
    summed = 0;
    memory.fill(columnSums, 0, rowBytes);
  }
  if (y - reach - 1 >= 0) {
    addRow(ring + <usize>((y - reach - 1) % many) * rowBytes, pixels, -1);
    summed--;
  }
  if (y + reach >= rows) return;
  const own = ring + <usize>((y + reach) % many) * rowBytes;
  let row = from + (<usize>((y + reach) * pixels) << 2);
  if (isAbs) {
    for (let x = 0; x < pixels; x += 4) {
      const o = <usize>x << 2;
      v128.store(workRow + o, f32x4.abs(v128.load(row + o)));
    }
    row = workRow;
  }
  alongRow(row, own, pixels, reach);
  addRow(own, pixels, 1);
  summed++;
}

/** What the picture shows beyond what is shown, on the mean of what is shown about it, in the place of what is shown. */
export function takeOut(reach: i32): void {
  for (let y = -reach; y < height; y++) {
    toRow(y, shown, width, height, reach, false);
    if (y < 0) continue;
    const share = f32x4.splat(<f32>1 / <f32>summed);
    const row = <usize>(y * width) << 2;
    let x = 0;
    for (; x + 4 <= width; x += 4) {
      const o = <usize>x << 2;
      const off = f32x4.sub(v128.load(light + row + o), v128.load(shown + row + o));
      v128.store(shown + row + o, f32x4.add(off, f32x4.mul(share, v128.load(columnSums + o))));
    }
    for (; x < width; x++) {
      const o = <usize>x << 2;
      const off = load<f32>(light + row + o) - load<f32>(shown + row + o);
      store<f32>(shown + row + o, off + load<f32>(columnSums + o) / <f32>summed);
    }
  }
}

/**
 * How far what is shown leaves the light close about it, in squares of `by` pixels, in parts of deviations of how that scatters farther
 * about, held to `most`: whole numbers of two bytes, in the place of the picture.
 */
export function standing(by: i32, sign: f32, close: i32, far: i32, most: f32, parts: f32): void {
  const wide = width / by;
  const tall = height / by;
  memory.fill(light, 0, <usize>(wide * tall) << 2);
  const scale = f32x4.splat(sign / <f32>by);
  for (let y = -close; y < height; y++) {
    toRow(y, shown, width, height, close, false);
    if (y < 0 || y >= tall * by) continue;
    const share = f32x4.splat(<f32>1 / <f32>summed);
    const row = shown + (<usize>(y * width) << 2);
    for (let x = 0; x < width; x += 4) {
      const o = <usize>x << 2;
      const about = f32x4.mul(share, v128.load(columnSums + o));
      v128.store(workRow + o, f32x4.mul(scale, f32x4.sub(v128.load(row + o), about)));
    }
    const to = light + (<usize>((y / by) * wide) << 2);
    let from = workRow;
    for (let x = 0; x < wide; x++) {
      let sum: f32 = load<f32>(to + (<usize>x << 2));
      for (let k = 0; k < by; k++) {
        sum += load<f32>(from);
        from += 4;
      }
      store<f32>(to + (<usize>x << 2), sum);
    }
  }
  const highest = f32x4.splat(most);
  const lowest = f32x4.splat(-most);
  const inParts = f32x4.splat(parts);
  for (let y = -far; y < tall; y++) {
    toRow(y, light, wide, tall, far, true);
    if (y < 0) continue;
    // The mean of a normal's absolute deviations is 0.8 of its deviation.
    const share = <f32>1.25 / <f32>summed;
    const shares = f32x4.splat(share);
    const row = light + (<usize>(y * wide) << 2);
    // Half as many bytes as are read: what is written lies before what is still to be read.
    const to = light + (<usize>(y * wide) << 1);
    let x = 0;
    for (; x + 4 <= wide; x += 4) {
      const o = <usize>x << 2;
      const sigma = f32x4.add(f32x4.mul(shares, v128.load(columnSums + o)), f32x4.splat(1e-6));
      const value = f32x4.max(lowest, f32x4.min(highest, f32x4.div(v128.load(row + o), sigma)));
      const whole = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(inParts, value)));
      v128.store64_lane(to + (<usize>x << 1), i16x8.narrow_i32x4_s(whole, whole), 0);
    }
    for (; x < wide; x++) {
      const o = <usize>x << 2;
      const sigma = share * load<f32>(columnSums + o) + <f32>1e-6;
      const value = max<f32>(-most, min<f32>(most, load<f32>(row + o) / sigma));
      store<i16>(to + (<usize>x << 1), <i16>nearest<f32>(parts * value));
    }
  }
}
