/** A picture as a file holds it: red, green, blue and one more, a byte each, rows from the top. */
export interface Photo {
  rgba: Uint8ClampedArray;
  width: number;
  height: number;
}

/** A picture, or a part of one where that lies: from one row to the next are `rowPx` pixels, or as many as it is wide. */
export interface PhotoPart {
  rgba: ArrayLike<number>;
  width: number;
  height: number;
  rowPx?: number;
}

/** A picture as light: one number a pixel, rows from the top. */
export interface GreyPicture {
  width: number;
  height: number;
  light: Float32Array;
}

/** Light of a pixel, by its number: Rec. 709 weights of what a file holds, which is not proportional to light. */
export const lightOf = (rgba: ArrayLike<number>, i: number): number =>
  0.2126 * rgba[4 * i]! + 0.7152 * rgba[4 * i + 1]! + 0.0722 * rgba[4 * i + 2]!;

/** A picture as light: a defect is looked for by contrast to its surroundings, so that weights of a file do. */
export function greyOf(rgba: ArrayLike<number>, width: number, height: number): GreyPicture {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i += 1) light[i] = lightOf(rgba, i);
  return { width, height, light };
}

/** Connected places of a mask, eight neighbours to a pixel. */
export interface Labelled {
  /** For each pixel 0, or the number of the place that it belongs to, from 1. */
  labels: Int32Array;
  count: number;
  /** The pixels that belong to one, in order. */
  pixels: Int32Array;
}

/**
 * Two passes with a union of equal labels (Rosenfeld & Pfaltz 1966). Places are numbered in the order in which their first pixel is met.
 */
export function labelPlaces(mask: Uint8Array, width: number, height: number): Labelled {
  const labels = new Int32Array(width * height);
  const parent: number[] = [0];
  const set: number[] = [];
  const rootOf = (label: number): number => {
    let root = label;
    while (parent[root] !== root) root = parent[root]!;
    for (let at = label; at !== root;) {
      const next = parent[at]!;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  const joined = (label: number, j: number): number => {
    const other = labels[j]!;
    if (!other) return label;
    const root = rootOf(other);
    if (!label || root === label) return root;
    const [low, high] = root < label ? [root, label] : [label, root];
    parent[high] = low;
    return low;
  };
  const visit = (i: number): void => {
    const x = i % width;
    const isBelow = i >= width;
    let label = x > 0 ? joined(0, i - 1) : 0;
    if (isBelow) {
      if (x > 0) label = joined(label, i - width - 1);
      label = joined(label, i - width);
      if (x < width - 1) label = joined(label, i - width + 1);
    }
    if (!label) {
      label = parent.length;
      parent.push(label);
    }
    labels[i] = label;
    set.push(i);
  };
  // Most of a picture is nothing: eight pixels of nothing are passed over at once.
  const eights = new Float64Array(
    mask.buffer,
    mask.byteOffset,
    mask.byteOffset % 8 === 0 ? mask.length >> 3 : 0,
  );
  for (let eight = 0; eight < eights.length; eight += 1) {
    if (eights[eight] === 0) continue;
    for (let i = 8 * eight; i < 8 * eight + 8; i += 1) if (mask[i]) visit(i);
  }
  for (let i = 8 * eights.length; i < width * height; i += 1) if (mask[i]) visit(i);
  const numbers = new Int32Array(parent.length);
  let count = 0;
  for (const i of set) {
    const root = rootOf(labels[i]!);
    if (!numbers[root]) {
      count += 1;
      numbers[root] = count;
    }
    labels[i] = numbers[root]!;
  }
  return { labels, count, pixels: Int32Array.from(set) };
}
