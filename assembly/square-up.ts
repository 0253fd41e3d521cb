// The pixels of core/prove/square-up.ts in WebAssembly: a tile at a time, four pixels at once.

import { begin, claim, room } from "./shared/room";

/** Places between pixels are held in so many parts of one, and so are weights: as in core/prove/square-up.ts. */
const BITS: i32 = 14;
const ONE: i32 = 1 << BITS;

/** The part of the picture that a tile is made of, and the tile: four bytes a pixel. */
export let piece: usize = 0;
export let tile: usize = 0;
/** The map, eight numbers. */
export let map: usize = 0;

let wide: i32 = 0;

/** Makes room for a tile of this size and for pieces of so many pixels. */
export function layOut(tileWide: i32, tileTall: i32, piecePixels: i32): void {
  wide = tileWide;
  begin();
  map = room(64);
  tile = room(<usize>(tileWide * tileTall) << 2);
  piece = room(<usize>piecePixels << 2);
  claim();
}

// @ts-ignore: decorator
@inline
function at(k: i32): f64 {
  return load<f64>(map + (<usize>k << 3));
}

/** What two numbers of eight bytes each are cut to, and two more after them, in four bytes each. */
// @ts-ignore: decorator
@inline
function cut(first: v128, second: v128): v128 {
  return v128.shuffle<i64>(
    i32x4.trunc_sat_f64x2_s_zero(first),
    i32x4.trunc_sat_f64x2_s_zero(second),
    0,
    2,
  );
}

/** Where two places lie along one way, px, held to the picture. */
// @ts-ignore: decorator
@inline
function held(over: v128, times: v128, most: v128): v128 {
  const place = f64x2.sub(f64x2.mul(over, times), f64x2.splat(0.5));
  return f64x2.min(most, f64x2.max(f64x2.splat(0), place));
}

/** How far two places are beyond their pixels, in parts of one. */
// @ts-ignore: decorator
@inline
function beyond(place: v128, pixel: v128): v128 {
  return f64x2.mul(f64x2.sub(place, f64x2.convert_low_i32x4_s(pixel)), f64x2.splat(<f64>ONE));
}

// @ts-ignore: decorator
@inline
function blended(from: usize, below: usize, upper: v128, lower: v128): v128 {
  const none = i32x4.splat(0);
  // Each colour of a pixel beside that of the one to its right.
  const above = v128.shuffle<u8>(v128.load64_zero(from), none, 0, 16, 4, 16, 1, 16, 5, 16, 2, 16, 6, 16, 3, 16, 7, 16);
  const under = v128.shuffle<u8>(v128.load64_zero(below), none, 0, 16, 4, 16, 1, 16, 5, 16, 2, 16, 6, 16, 3, 16, 7, 16);
  const sum = i32x4.add(i32x4.dot_i16x8_s(above, upper), i32x4.dot_i16x8_s(under, lower));
  return i32x4.shr_s(i32x4.add(sum, i32x4.splat(ONE >> 1)), BITS);
}

/**
 * Makes the tile of so many rows that begins here, from a piece of the picture that begins at `left`, `top`. `width` and `height` are the
 * picture's.
 */
export function make(
  tileX: i32,
  tileY: i32,
  rows: i32,
  left: i32,
  top: i32,
  pieceWide: i32,
  pieceTall: i32,
  width: i32,
  height: i32,
): void {
  const mostX = f64x2.splat(<f64>(width - 1));
  const mostY = f64x2.splat(<f64>(height - 1));
  const lefts = i32x4.splat(left);
  const tops = i32x4.splat(top);
  const lastX = i32x4.splat(pieceWide - 2);
  const lastY = i32x4.splat(pieceTall - 2);
  const rowBytes = <usize>pieceWide << 2;
  const ones = i32x4.splat(ONE);
  for (let y = 0; y < rows; y++) {
    const py = <f64>(tileY + y) + 0.5;
    const fromU = f64x2.splat(at(1) * py + at(2));
    const fromV = f64x2.splat(at(4) * py + at(5));
    const fromW = f64x2.splat(at(7) * py + 1);
    const into = tile + (<usize>(y * wide) << 2);
    for (let x = 0; x < wide; x += 4) {
      const px = f64x2.add(f64x2.splat(<f64>(tileX + x)), f64x2(0.5, 1.5));
      const px2 = f64x2.add(px, f64x2.splat(2));
      const w = f64x2.div(f64x2.splat(1), f64x2.add(f64x2.mul(px, f64x2.splat(at(6))), fromW));
      const w2 = f64x2.div(f64x2.splat(1), f64x2.add(f64x2.mul(px2, f64x2.splat(at(6))), fromW));
      const u = held(f64x2.add(f64x2.mul(px, f64x2.splat(at(0))), fromU), w, mostX);
      const u2 = held(f64x2.add(f64x2.mul(px2, f64x2.splat(at(0))), fromU), w2, mostX);
      const v = held(f64x2.add(f64x2.mul(px, f64x2.splat(at(3))), fromV), w, mostY);
      const v2 = held(f64x2.add(f64x2.mul(px2, f64x2.splat(at(3))), fromV), w2, mostY);
      const pixelX = i32x4.min_s(i32x4.splat(width - 2), cut(u, u2));
      const pixelY = i32x4.min_s(i32x4.splat(height - 2), cut(v, v2));
      const s = cut(beyond(u, pixelX), beyond(u2, v128.shuffle<i64>(pixelX, pixelX, 1, 1)));
      const t = cut(beyond(v, pixelY), beyond(v2, v128.shuffle<i64>(pixelY, pixelY, 1, 1)));
      const rest = i32x4.sub(ones, s);
      const restT = i32x4.sub(ones, t);
      const upperLeft = i32x4.shr_s(i32x4.mul(rest, restT), BITS);
      const upperRight = i32x4.shr_s(i32x4.mul(s, restT), BITS);
      const lowerLeft = i32x4.shr_s(i32x4.mul(rest, t), BITS);
      const lowerRight = i32x4.sub(i32x4.sub(i32x4.sub(ones, upperLeft), upperRight), lowerLeft);
      const upper = v128.or(upperLeft, i32x4.shl(upperRight, 16));
      const lower = v128.or(lowerLeft, i32x4.shl(lowerRight, 16));
      // Within the piece, whatever the map says.
      const inX = i32x4.min_s(lastX, i32x4.max_s(i32x4.splat(0), i32x4.sub(pixelX, lefts)));
      const inY = i32x4.min_s(lastY, i32x4.max_s(i32x4.splat(0), i32x4.sub(pixelY, tops)));
      const from = i32x4.add(i32x4.mul(inY, i32x4.splat(pieceWide)), inX);
      const p0 = piece + (<usize>i32x4.extract_lane(from, 0) << 2);
      const p1 = piece + (<usize>i32x4.extract_lane(from, 1) << 2);
      const p2 = piece + (<usize>i32x4.extract_lane(from, 2) << 2);
      const p3 = piece + (<usize>i32x4.extract_lane(from, 3) << 2);
      const c0 = blended(p0, p0 + rowBytes, v128.shuffle<i32>(upper, upper, 0, 0, 0, 0), v128.shuffle<i32>(lower, lower, 0, 0, 0, 0));
      const c1 = blended(p1, p1 + rowBytes, v128.shuffle<i32>(upper, upper, 1, 1, 1, 1), v128.shuffle<i32>(lower, lower, 1, 1, 1, 1));
      const c2 = blended(p2, p2 + rowBytes, v128.shuffle<i32>(upper, upper, 2, 2, 2, 2), v128.shuffle<i32>(lower, lower, 2, 2, 2, 2));
      const c3 = blended(p3, p3 + rowBytes, v128.shuffle<i32>(upper, upper, 3, 3, 3, 3), v128.shuffle<i32>(lower, lower, 3, 3, 3, 3));
      const four = i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_s(c0, c1), i16x8.narrow_i32x4_s(c2, c3));
      v128.store(into + (<usize>x << 2), v128.or(four, i32x4.splat(0xff000000)));
    }
  }
}
