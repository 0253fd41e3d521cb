import { hexOf, LIGHT_OF_BYTE } from "../../../core/film/srgb.ts";

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
  /** Mean colour in sRGB, as #rrggbb. */
  srgb: string;
}

const CLIPPED = 252;

/** The light in a box of a picture (RGBA, row by row). */
export function lightInBox(
  { data, width, height }: { data: Uint8ClampedArray; width: number; height: number },
  box: Box,
): Light {
  const [left, top] = [Math.floor(box.left * width), Math.floor(box.top * height)];
  const right = Math.min(width, Math.max(left + 1, Math.round((box.left + box.width) * width)));
  const bottom = Math.min(height, Math.max(top + 1, Math.round((box.top + box.height) * height)));
  const sums: [number, number, number] = [0, 0, 0];
  let [clipped, count] = [0, 0];
  for (let y = top; y < bottom; y += 1) {
    for (let x = left; x < right; x += 1) {
      const at = 4 * (y * width + x);
      for (const channel of [0, 1, 2] as const) sums[channel] += LIGHT_OF_BYTE[data[at + channel]!]!;
      if (Math.max(data[at]!, data[at + 1]!, data[at + 2]!) >= CLIPPED) clipped += 1;
      count += 1;
    }
  }
  const [r, g, b] = sums.map((sum) => sum / Math.max(1, count)) as [number, number, number];
  return {
    level: 100 * (0.2126 * r + 0.7152 * g + 0.0722 * b),
    clippedPct: (100 * clipped) / Math.max(1, count),
    srgb: hexOf([r, g, b]),
  };
}
