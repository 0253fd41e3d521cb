// The passes of core/prove/line-sums.ts in WebAssembly: four pixels at a time.

/** Two pictures of sums, with a rim all round; for each pixel without the rim the best so far and its direction. */
export let sums: usize = 0;
export let next: usize = 0;
export let best: usize = 0;
export let direction: usize = 0;
/** The picture that every direction begins with. */
export let values: usize = 0;

let count: i32 = 0;
let width: i32 = 0;
let height: i32 = 0;
let wide: i32 = 0;
let pad: i32 = 0;

let end: usize = 0;
function room(bytes: usize): usize {
  const at = end;
  // Four numbers more: the last are read and written four at a time.
  end += (bytes + 31) & ~15;
  return at;
}

/** Makes room for a picture of this size with a rim of so many pixels, all nothing. */
export function layOut(pixelsWide: i32, pixelsTall: i32, rim: i32): void {
  width = pixelsWide;
  height = pixelsTall;
  pad = rim;
  wide = width + 2 * rim;
  count = wide * (height + 2 * rim);
  end = 4_096;
  values = room(<usize>count << 2);
  sums = room(<usize>count << 2);
  next = room(<usize>count << 2);
  best = room(<usize>(width * height) << 2);
  direction = room(<usize>(width * height));
  const pages = <i32>((end + 0xffff) >> 16) - memory.size();
  if (pages > 0) memory.grow(pages);
  memory.fill(values, 0, end - values);
}

/** Begins another direction. */
export function begin(): void {
  memory.copy(sums, values, <usize>count << 2);
}

/** Adds to each sum the one `step` pixels on. */
export function double(step: i32): void {
  const first = step < 0 ? -step : 0;
  const last = count - (step > 0 ? step : 0);
  let i = first;
  for (; i + 4 <= last; i += 4) {
    const at = <usize>i << 2;
    v128.store(
      next + at,
      f32x4.add(v128.load(sums + at), v128.load(sums + (<usize>(i + step) << 2))),
    );
  }
  for (; i < last; i++) {
    const at = <usize>i << 2;
    store<f32>(next + at, load<f32>(sums + at) + load<f32>(sums + (<usize>(i + step) << 2)));
  }
  const swap = sums;
  sums = next;
  next = swap;
}

/** Keeps what is better than the best so far: each pixel's sum is that which begins `back` pixels before it. */
export function keep(back: i32, scale: f32, way: i32): void {
  const scales = f32x4.splat(scale);
  for (let y = 0; y < height; y++) {
    const from = sums + (<usize>((y + pad) * wide + pad - back) << 2);
    const to = best + (<usize>(y * width) << 2);
    const ways = direction + <usize>(y * width);
    let x = 0;
    for (; x + 4 <= width; x += 4) {
      const value = f32x4.mul(v128.load(from + (<usize>x << 2)), scales);
      const old = v128.load(to + (<usize>x << 2));
      const isMore = f32x4.gt(value, old);
      if (!v128.any_true(isMore)) continue;
      v128.store(to + (<usize>x << 2), f32x4.max(value, old));
      const bits = i32x4.bitmask(isMore);
      for (let k = 0; k < 4; k++) if (bits & (1 << k)) store<u8>(ways + <usize>(x + k), <u8>way);
    }
    for (; x < width; x++) {
      const value = load<f32>(from + (<usize>x << 2)) * scale;
      if (value > load<f32>(to + (<usize>x << 2))) {
        store<f32>(to + (<usize>x << 2), value);
        store<u8>(ways + <usize>x, <u8>way);
      }
    }
  }
}
