// The pass over the pixels of core/prove/stands-out.ts in WebAssembly: row by row, four pixels at a time.

import { begin, claim, room } from "./shared/room";

/** How far down a place is followed, in standard deviations of the smoothed noise: as in core/prove/stands-out.ts. */
const FOLLOW_SIGMA: f64 = 3.2;

/** A row of light comes in, with what of it is left out; which of the row before stand out, and how far (darker: below nothing), go out. */
export let light: usize = 0;
export let ignored: usize = 0;
export let found: usize = 0;
export let strength: usize = 0;
/** The grids of light and scatter about the cells, and the first pixel from each cell's middle on. */
export let base: usize = 0;
export let deviation: usize = 0;
export let firstOf: usize = 0;

let difference: usize = 0;
/** Three rows each. */
let sums: usize = 0;
let limits: usize = 0;
/** What was left out of the row before. */
let ignoredBefore: usize = 0;

let width: i32 = 0;
let height: i32 = 0;
let columns: i32 = 0;
let rows: i32 = 0;
let wide: i32 = 0;
let rowBytes: usize = 0;

/** Makes room for pictures of this size and cells. */
export function layOut(pixelsWide: i32, pixelsTall: i32, cellsWide: i32, cellsTall: i32): void {
  width = pixelsWide;
  height = pixelsTall;
  columns = cellsWide;
  rows = cellsTall;
  wide = cellsWide + 2;
  begin();
  rowBytes = ((<usize>width << 2) + 31) & ~15;
  light = room(rowBytes);
  ignored = room(<usize>width);
  ignoredBefore = room(<usize>width);
  found = room(rowBytes);
  strength = room(rowBytes);
  difference = room(rowBytes);
  sums = room(3 * rowBytes);
  limits = room(3 * rowBytes);
  firstOf = room(<usize>wide << 2);
  base = room(<usize>(wide * (rows + 2)) << 2);
  deviation = room(<usize>(wide * (rows + 2)) << 2);
  claim();
}

// @ts-ignore: decorator
@inline
function between(grid: usize, low: i32, share: f64, c: i32): f64 {
  const upper = <f64>load<f32>(grid + ((<usize>(low * wide + c)) << 2));
  return upper + share * (<f64>load<f32>(grid + ((<usize>((low + 1) * wide + c)) << 2)) - upper);
}

/** Takes a row; how many pixels of the row before stand out. */
export function row(y: i32, hasIgnored: bool): i32 {
  const at = ((<f64>y + 0.5) * <f64>rows) / <f64>height + 0.5;
  const low = <i32>Math.floor(at);
  const share = at - <f64>low;
  const own = <usize>(y % 3);
  const limit = limits + own * rowBytes;
  const ramp = f32x4(0, 1, 2, 3);
  for (let c = 0; c < wide - 1; c++) {
    const first = load<i32>(firstOf + (<usize>c << 2));
    const last = load<i32>(firstOf + (<usize>(c + 1) << 2));
    if (first >= last) continue;
    const t = ((<f64>first + 0.5) * <f64>columns) / <f64>width + 0.5 - <f64>c;
    const b0 = between(base, low, share, c);
    const d0 = between(deviation, low, share, c);
    const toB = between(base, low, share, c + 1) - b0;
    const toD = between(deviation, low, share, c + 1) - d0;
    const stepB = f32x4.splat(<f32>((toB * <f64>columns) / <f64>width));
    const stepD = f32x4.splat(<f32>((3 * FOLLOW_SIGMA * toD * <f64>columns) / <f64>width));
    const fromB = f32x4.splat(<f32>(b0 + t * toB));
    const fromD = f32x4.splat(<f32>(3 * FOLLOW_SIGMA * (d0 + t * toD)));
    let along = ramp;
    // The last four may reach into the next cell, which is written after.
    for (let x = first; x < last; x += 4) {
      const o = <usize>x << 2;
      const about = f32x4.add(fromB, f32x4.mul(along, stepB));
      v128.store(difference + o, f32x4.sub(v128.load(light + o), about));
      v128.store(limit + o, f32x4.add(fromD, f32x4.mul(along, stepD)));
      along = f32x4.add(along, f32x4.splat(4));
    }
  }
  if (hasIgnored)
    for (let x = 0; x < width; x++)
      if (load<u8>(ignored + <usize>x)) store<f32>(difference + (<usize>x << 2), 0);
  const sum = sums + own * rowBytes;
  for (let x = 1; x < width - 1; x += 4) {
    const o = <usize>x << 2;
    v128.store(
      sum + o,
      f32x4.add(f32x4.add(v128.load(difference + o - 4), v128.load(difference + o)), v128.load(difference + o + 4)),
    );
  }
  let count = 0;
  if (y >= 2) {
    const middle = limits + <usize>((y - 1) % 3) * rowBytes;
    const second = sums + rowBytes;
    const third = sums + 2 * rowBytes;
    for (let x = 1; x < width - 1; x += 4) {
      const o = <usize>x << 2;
      const nine = f32x4.add(f32x4.add(v128.load(sums + o), v128.load(second + o)), v128.load(third + o));
      const most = v128.load(middle + o);
      let over = i32x4.bitmask(f32x4.ge(f32x4.abs(nine), most));
      while (over) {
        const lane = ctz(over);
        over &= over - 1;
        const place = x + lane;
        if (place >= width - 1 || (hasIgnored && load<u8>(ignoredBefore + <usize>place))) continue;
        const p = <usize>place << 2;
        const own9 = load<f32>(sums + p) + load<f32>(second + p) + load<f32>(third + p);
        store<i32>(found + (<usize>count << 2), place);
        store<f32>(strength + (<usize>count << 2), (<f32>FOLLOW_SIGMA * own9) / load<f32>(middle + p));
        count++;
      }
    }
  }
  if (hasIgnored) memory.copy(ignoredBefore, ignored, <usize>width);
  return count;
}
