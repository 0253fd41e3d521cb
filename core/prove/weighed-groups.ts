import { nearPlaces } from "./near-places.ts";

/** Pixels that hang together: their middle by weight, their box, and which weighs most. */
export interface WeighedGroup {
  x: number;
  y: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
  pixels: number;
  peakAt: number;
}

/** Groups of pixels (their numbers, row after row) no farther apart than `reach`, each pixel with its weight; middles in px from the upper left. */
export function weighedGroups(
  at: Int32Array,
  width: number,
  reach: number,
  weightOf: (i: number) => number,
): WeighedGroup[] {
  const { order, starts, count } = nearPlaces(at, width, reach);
  return Array.from({ length: count }, (_, g) => {
    const group = {
      left: Infinity,
      right: 0,
      top: Infinity,
      bottom: 0,
      pixels: starts[g + 1]! - starts[g]!,
      peakAt: 0,
    };
    let [sx, sy, whole, most] = [0, 0, 0, -Infinity];
    for (let k = starts[g]!; k < starts[g + 1]!; k += 1) {
      const i = at[order[k]!]!;
      const [x, y] = [i % width, Math.floor(i / width)];
      const weight = weightOf(i);
      sx += weight * (x + 0.5);
      sy += weight * (y + 0.5);
      whole += weight;
      if (weight > most) [most, group.peakAt] = [weight, i];
      group.left = Math.min(group.left, x);
      group.right = Math.max(group.right, x);
      group.top = Math.min(group.top, y);
      group.bottom = Math.max(group.bottom, y);
    }
    return { x: sx / whole, y: sy / whole, ...group };
  });
}
