import { smoothed } from "./smoothed.ts";
import { lightOf, type GreyPicture, type PhotoPart } from "./picture.ts";

/** A rectangle of pixels: from `left` and `top` to before `right` and `bottom`. */
export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Pixels, by their number, and by how much each stands out. */
export interface Apart {
  at: Int32Array;
  by: Float32Array;
}

/** So many places, ways and steps are asked about at once, so many pixels of a part, and rows that are summed, at the most. */
export const MOST = { places: 500, ways: 2_200, steps: 10, found: 65_536, rows: 64 } as const;

/** A picture of a panel and the passes over its pixels, which need all of them: in plain TypeScript, or compiled. */
export interface PanelLight {
  width: number;
  height: number;
  /** The picture; given up for `standing`. */
  light: Float32Array;
  /** What the picture is predicted to be, then the picture without its grid. */
  shown: Float32Array;
  /** Writes the light of a picture as a file holds it. */
  take(part: PhotoPart): void;
  /**
   * For each square of `cell` pixels, row after row, the sum of its light; or how many of its pixels are lighter than `limit`. What is shown
   * is given up for it.
   */
  squares(cell: number, limit?: number): Float32Array;
  /** How unlike themselves so many places are one way on, for each way in pixels: to both sides at once (`isPair`), or to one. */
  unlike(places: Int32Array, many: number, ways: Int32Array, isPair: boolean): Float64Array;
  /** How far each place is off the mean of the square about it, `reach` pixels each way. */
  offAround(places: Int32Array, reach: number): Float64Array;
  /** Predicts the pixels of a part from others so many pixels on, each with its weight, or from pairs of them to either side (`isPair`). */
  predict(part: Box, offsets: Int32Array, weights: Float32Array, isPair: boolean): void;
  /** Shows the pixels of a part as they are. */
  leave(part: Box): void;
  /** The pixels of a part that are farther off what is shown than `least`, row after row. */
  beyond(part: Box, least: number): Apart;
  /** Shows what the picture is beyond what is shown, on the mean of that about it, `reach` pixels each way. */
  takeOut(reach: number): void;
  /**
   * How far what is shown leaves the light close about it (`close` pixels each way), lighter (`sign` 1) or darker (-1), in squares of `by`
   * pixels, in deviations of how that scatters farther about (`far` squares each way), held to `most`, in so many `parts` of one.
   */
  standing(asked: Standing): { values: Int16Array; width: number; height: number };
}

export interface Standing {
  by: number;
  sign: number;
  close: number;
  far: number;
  most: number;
  parts: number;
}

/** What is made ready for a picture of a size: room for its light, and the passes over it. */
export type MakeRoom = (width: number, height: number) => PanelLight;

/** The passes in plain TypeScript. */
export function plainPanelLight(width: number, height: number): PanelLight {
  const light = new Float32Array(width * height);
  const shown = new Float32Array(width * height);
  return {
    width,
    height,
    light,
    shown,
    take({ rgba, rowPx = width }) {
      for (let i = 0; i < light.length; i += 1)
        light[i] = lightOf(rgba, Math.floor(i / width) * rowPx + (i % width));
    },
    squares(cell, limit) {
      const columns = Math.ceil(width / cell);
      const sums = new Float32Array(columns * Math.ceil(height / cell));
      for (let i = 0; i < light.length; i += 1) {
        const [x, y] = [i % width, Math.floor(i / width)];
        const square = Math.floor(y / cell) * columns + Math.floor(x / cell);
        sums[square]! += limit === undefined ? light[i]! : light[i]! > limit ? 1 : 0;
      }
      return sums;
    },
    unlike: (places, many, ways, isPair) =>
      Float64Array.from(ways, (way) => {
        let sum = 0;
        for (let k = 0; k < many; k += 1) {
          const i = places[k]!;
          sum += Math.abs(
            isPair ? light[i + way]! + light[i - way]! - 2 * light[i]! : light[i + way]! - light[i]!,
          );
        }
        return sum;
      }),
    offAround: (places, reach) =>
      Float64Array.from(places, (i) => {
        let sum = 0;
        for (let y = -reach; y <= reach; y += 1)
          for (let x = -reach; x <= reach; x += 1) sum += light[i + y * width + x]!;
        return Math.abs(light[i]! - sum / (2 * reach + 1) ** 2);
      }),
    predict({ left, right, top, bottom }, offsets, weights, isPair) {
      for (let y = top; y < bottom; y += 1)
        for (let i = y * width + left; i < y * width + right; i += 1) {
          let value = 0;
          for (let k = 0; k < offsets.length; k += 1) {
            const beyond = isPair
              ? light[i + offsets[k]!]! + light[i - offsets[k]!]!
              : light[i + offsets[k]!]!;
            value += weights[k]! * beyond;
          }
          shown[i] = value;
        }
    },
    leave({ left, right, top, bottom }) {
      for (let y = top; y < bottom; y += 1)
        shown.set(light.subarray(y * width + left, y * width + right), y * width + left);
    },
    beyond({ left, right, top, bottom }, least) {
      const [at, by]: [number[], number[]] = [[], []];
      for (let y = top; y < bottom; y += 1)
        for (let i = y * width + left; i < y * width + right; i += 1) {
          const off = light[i]! - shown[i]!;
          if (Math.abs(off) <= least) continue;
          at.push(i);
          by.push(off);
        }
      return { at: Int32Array.from(at), by: Float32Array.from(by) };
    },
    takeOut(reach) {
      const level = smoothed(shown, width, height, reach);
      for (let i = 0; i < shown.length; i += 1) shown[i] = light[i]! - shown[i]! + level[i]!;
    },
    standing({ by, sign, close, far, most, parts }) {
      const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
      const base = smoothed(shown, width, height, close);
      const values = new Float32Array(w * h);
      for (let y = 0; y < h * by; y += 1)
        for (let x = 0; x < w * by; x += 1) {
          const i = y * width + x;
          values[Math.floor(y / by) * w + Math.floor(x / by)]! += (sign * (shown[i]! - base[i]!)) / by;
        }
      const scatter = smoothed(values.map(Math.abs), w, h, far);
      // The mean of a normal's absolute deviations is 0.8 of its deviation.
      const whole = Int16Array.from(values, (value, i) =>
        Math.round(parts * Math.max(-most, Math.min(most, value / (1.25 * scatter[i]! + 1e-6)))),
      );
      return { values: whole, width: w, height: h };
    },
  };
}

/** A picture in a room of its own. */
export function panelLight(picture: GreyPicture, makeRoom: MakeRoom): PanelLight {
  const room = makeRoom(picture.width, picture.height);
  room.light.set(picture.light);
  return room;
}
