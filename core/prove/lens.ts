import type { Photo } from "./picture.ts";
import type { PixelPoint } from "./square-up.ts";

/**
 * How a lens bends a picture of this size: a place at the share r of half its diagonal from the middle lies (1 + k1 r² + k2 r⁴) times as far
 * out once the bend is taken out. Both 0 for a lens that bends nothing. Source: radial terms of Brown 1971 (from memory), written for the way back.
 */
export interface Lens {
  width: number;
  height: number;
  k1: number;
  k2: number;
}

const middleOf = ({ width, height }: Pick<Lens, "width" | "height">) => ({
  x: width / 2,
  y: height / 2,
  reach: Math.hypot(width, height) / 2,
});

/**
 * Where a place of the picture lies once the lens's bend is taken out, px.
 *
 * @example
 * straightened({ width: 200, height: 100, k1: 0, k2: 0 }, { x: 12, y: 80 }) // { x: 12, y: 80 }
 */
export function straightened(lens: Lens, { x, y }: PixelPoint): PixelPoint {
  const middle = middleOf(lens);
  const [dx, dy] = [x - middle.x, y - middle.y];
  const r2 = (dx * dx + dy * dy) / middle.reach ** 2;
  const times = 1 + r2 * (lens.k1 + r2 * lens.k2);
  return { x: middle.x + times * dx, y: middle.y + times * dy };
}

/** Where the lens shows a place that is straight, px: the way back, by ever better guesses (fixed point). */
export function bent(lens: Lens, { x, y }: PixelPoint): PixelPoint {
  const middle = middleOf(lens);
  const [dx, dy] = [x - middle.x, y - middle.y];
  let times = 1;
  for (let round = 0; round < 12; round += 1) {
    const r2 = (dx * dx + dy * dy) / (middle.reach * times) ** 2;
    times = 1 + r2 * (lens.k1 + r2 * lens.k2);
  }
  return { x: middle.x + dx / times, y: middle.y + dy / times };
}

/** Takes a lens's bend out of frames, one after the other: where each pixel comes from is worked out once. */
export function straightener(lens: Lens): (frame: Photo) => Photo {
  const { width, height } = lens;
  const [mostX, mostY] = [width - 1.001, height - 1.001];
  const from = new Float32Array(2 * width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const place = bent(lens, { x: x + 0.5, y: y + 0.5 });
      const at = 2 * (y * width + x);
      from[at] = Math.min(mostX, Math.max(0, place.x - 0.5));
      from[at + 1] = Math.min(mostY, Math.max(0, place.y - 0.5));
    }
  return (frame) => {
    // A frame of another size is another camera's.
    if (frame.width !== width || frame.height !== height) return frame;
    const rgba = new Uint8ClampedArray(frame.rgba.length);
    for (let i = 0; i < width * height; i += 1) {
      const [u, v] = [from[2 * i]!, from[2 * i + 1]!];
      const [left, top] = [u | 0, v | 0];
      const [s, t] = [u - left, v - top];
      const at = 4 * (top * width + left);
      const below = at + 4 * width;
      for (let k = 0; k < 3; k += 1)
        rgba[4 * i + k] =
          (1 - t) * ((1 - s) * frame.rgba[at + k]! + s * frame.rgba[at + 4 + k]!) +
          t * ((1 - s) * frame.rgba[below + k]! + s * frame.rgba[below + 4 + k]!);
      rgba[4 * i + 3] = 255;
    }
    return { rgba, width, height };
  };
}
