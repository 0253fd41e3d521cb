// The passes of core/prove/line-sums.ts in WebAssembly: eight pixels at a time.

import { begin, claim, room } from "./shared/room";

/** The picture with a rim all round; then for each pixel without the rim the best so far and its direction. */
export let padded: usize = 0;
export let best: usize = 0;
export let direction: usize = 0;

/** Pictures of sums of a strip, each over twice as many pixels as the one before. */
let sums: usize = 0;
let sumsBytes: usize = 0;
let width: i32 = 0;
let wide: i32 = 0;
let pad: i32 = 0;
/** The strip: its first row, and how many. */
let first: i32 = 0;
let rows: i32 = 0;

/** Makes room for a picture of this size with a rim of so many pixels, and so many pictures of sums of a strip of so many rows. */
export function layOut(pixelsWide: i32, pixelsTall: i32, rim: i32, many: i32, mostRows: i32): void {
  width = pixelsWide;
  pad = rim;
  wide = width + 2 * rim;
  begin();
  padded = room(<usize>(wide * (pixelsTall + 2 * rim)) << 1);
  sumsBytes = ((<usize>(wide * (mostRows + 2 * rim)) << 1) + 31) & ~15;
  sums = room(<usize>many * sumsBytes);
  best = room(<usize>(width * pixelsTall) << 1);
  direction = room(<usize>(width * pixelsTall));
  claim();
}

/** From now on the sums are of so many rows from this on. */
export function strip(top: i32, many: i32): void {
  first = top;
  rows = many;
}

/** Where the sums of the strip at a level begin: at the first level that is the picture itself. */
function sumsAt(level: i32): usize {
  return level === 0 ? padded + (<usize>(first * wide) << 1) : sums + <usize>(level - 1) * sumsBytes;
}

// @ts-ignore: decorator
@inline
function addEight(from: usize, on: usize, to: usize, at: usize): void {
  v128.store(to + at, i16x8.add(v128.load(from + at), v128.load(on + at)));
}

/** The sums over twice as many pixels: to each the one `step` pixels on is added. The outer half of the rim above and below is not asked for. */
export function double(level: i32, step: i32): void {
  const from = sumsAt(level);
  const on = from + (<usize>step << 1);
  const to = sumsAt(level + 1);
  const left = pad >> 1;
  const end = <usize>(wide * (rows + 2 * pad - left)) << 1;
  let at = <usize>(wide * left) << 1;
  for (; at + 64 <= end; at += 64) {
    addEight(from, on, to, at);
    addEight(from, on, to, at + 16);
    addEight(from, on, to, at + 32);
    addEight(from, on, to, at + 48);
  }
  for (; at < end; at += 2) store<i16>(to + at, load<i16>(from + at) + load<i16>(on + at));
}

/** Keeps what is better than the best so far: each pixel's sum is that which begins `back` pixels before it. */
export function keep(level: i32, back: i32, scale: i32, way: i32): void {
  const scales = i16x8.splat(<i16>scale);
  const sumsOfStrip = sumsAt(level);
  for (let y = 0; y < rows; y++) {
    const from = sumsOfStrip + (<usize>((y + pad) * wide + pad - back) << 1);
    const to = best + (<usize>((first + y) * width) << 1);
    const own = direction + <usize>((first + y) * width);
    let x = 0;
    for (; x + 8 <= width; x += 8) {
      const o = <usize>x << 1;
      const value = i16x8.q15mulr_sat_s(v128.load(from + o), scales);
      const old = v128.load(to + o);
      const isMore = i16x8.gt_s(value, old);
      if (!v128.any_true(isMore)) continue;
      v128.store(to + o, i16x8.max_s(value, old));
      // Eight bytes of which those that are more become this way.
      const bytes = i8x16.narrow_i16x8_s(isMore, isMore);
      const before = v128.load64_zero(own + <usize>x);
      v128.store64_lane(own + <usize>x, v128.bitselect(i8x16.splat(<i8>way), before, bytes), 0);
    }
    for (; x < width; x++) {
      const value = <i16>((<i32>load<i16>(from + (<usize>x << 1)) * scale + 0x4000) >> 15);
      if (value > load<i16>(to + (<usize>x << 1))) {
        store<i16>(to + (<usize>x << 1), value);
        store<u8>(own + <usize>x, <u8>way);
      }
    }
  }
}
