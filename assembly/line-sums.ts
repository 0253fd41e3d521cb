// The passes of core/prove/line-sums.ts in WebAssembly: eight pixels at a time.

import { begin, claim, room } from "./shared/room";

/** Pictures of sums, each over twice as many pixels as the one before, with a rim all round; then for each pixel without the rim the best so far and its direction. */
export let levels: usize = 0;
export let levelBytes: usize = 0;
export let best: usize = 0;
export let direction: usize = 0;

let count: i32 = 0;
let width: i32 = 0;
let height: i32 = 0;
let wide: i32 = 0;
let pad: i32 = 0;

/** Makes room for a picture of this size with a rim of so many pixels, and so many pictures of sums, all nothing. */
export function layOut(pixelsWide: i32, pixelsTall: i32, rim: i32, many: i32): void {
  width = pixelsWide;
  height = pixelsTall;
  pad = rim;
  wide = width + 2 * rim;
  count = wide * (height + 2 * rim);
  begin();
  levelBytes = ((<usize>count << 1) + 31) & ~15;
  levels = room(<usize>many * levelBytes);
  best = room(<usize>(width * height) << 1);
  direction = room(<usize>(width * height));
  claim();
}

/** The sums over twice as many pixels: to each the one `step` pixels on is added. */
export function double(level: i32, step: i32): void {
  const from = levels + <usize>level * levelBytes;
  const to = from + levelBytes;
  const last = count - (step > 0 ? step : 0);
  let i = step < 0 ? -step : 0;
  for (; i + 8 <= last; i += 8)
    v128.store(
      to + (<usize>i << 1),
      i16x8.add(v128.load(from + (<usize>i << 1)), v128.load(from + (<usize>(i + step) << 1))),
    );
  for (; i < last; i++)
    store<i16>(
      to + (<usize>i << 1),
      load<i16>(from + (<usize>i << 1)) + load<i16>(from + (<usize>(i + step) << 1)),
    );
}

/** Keeps what is better than the best so far: each pixel's sum is that which begins `back` pixels before it. */
export function keep(level: i32, back: i32, scale: i32, way: i32): void {
  const scales = i16x8.splat(<i16>scale);
  const sums = levels + <usize>level * levelBytes;
  for (let y = 0; y < height; y++) {
    const from = sums + (<usize>((y + pad) * wide + pad - back) << 1);
    const to = best + (<usize>(y * width) << 1);
    const own = direction + <usize>(y * width);
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
