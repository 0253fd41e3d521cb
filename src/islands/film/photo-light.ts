/** A part of a picture, shares of its width and height. */
export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

export interface Light {
  /** Mean light, 0 to 100, proportional to light and not to what the file holds. */
  level: number;
  /** How much of the box is at the end of the scale, where a brighter one would read the same, %. */
  clippedPct: number;
}

const CLIPPED = 252;
/** What a byte of sRGB stands for, 0 to 1: IEC 61966-2-1. */
const linear = Float64Array.from({ length: 256 }, (_, byte) => {
  const value = byte / 255;
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
});

/** The light in a box of a picture (RGBA, row by row). */
export function lightInBox(
  { data, width, height }: { data: Uint8ClampedArray; width: number; height: number },
  box: Box,
): Light {
  const [left, top] = [Math.floor(box.left * width), Math.floor(box.top * height)];
  const right = Math.min(width, Math.max(left + 1, Math.round((box.left + box.width) * width)));
  const bottom = Math.min(height, Math.max(top + 1, Math.round((box.top + box.height) * height)));
  let [sum, clipped, count] = [0, 0, 0];
  for (let y = top; y < bottom; y += 1) {
    for (let x = left; x < right; x += 1) {
      const at = 4 * (y * width + x);
      const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!];
      sum += 0.2126 * linear[r]! + 0.7152 * linear[g]! + 0.0722 * linear[b]!;
      if (Math.max(r, g, b) >= CLIPPED) clipped += 1;
      count += 1;
    }
  }
  return { level: (100 * sum) / Math.max(1, count), clippedPct: (100 * clipped) / Math.max(1, count) };
}
