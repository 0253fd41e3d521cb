import type { PhotoPart } from "./picture.ts";

/** How even the light of a picture is, in blocks. */
export interface UnevenLight {
  /** The darkest block as a share of the brightest, percent. */
  leastPct: number;
  /** Middle of the darkest block, mm from the left and the top. */
  xMm: number;
  yMm: number;
}

const COLUMNS = 8;
const ROWS = 6;
/** Some pixels of a block tell its middle as well as all of them. */
const ACROSS = 24;

/**
 * How far the light of a picture on white falls off: block medians, so that specks do not count, the darkest against the brightest and where
 * it lies. The camera's own falling off towards its corners is in it. `fromMm` is where the part looked at begins, `pxPerMm` its scale.
 */
export function unevenLight(
  { rgba, width, height, rowPx = width }: PhotoPart,
  pxPerMm: number,
  fromMm: number,
): UnevenLight {
  const blocks = Array.from({ length: COLUMNS * ROWS }, (_, i) => {
    const [column, row] = [i % COLUMNS, Math.floor(i / COLUMNS)];
    const taken: number[] = [];
    for (let v = 0; v < ACROSS; v += 1) {
      for (let u = 0; u < ACROSS; u += 1) {
        const x = Math.floor(((column + (u + 0.5) / ACROSS) * width) / COLUMNS);
        const y = Math.floor(((row + (v + 0.5) / ACROSS) * height) / ROWS);
        taken.push(rgba[4 * (y * rowPx + x) + 1]!);
      }
    }
    const level = taken.sort((a, b) => a - b)[taken.length >> 1]!;
    const middle = (at: number, of: number, sidePx: number) => fromMm + ((at + 0.5) * sidePx) / of / pxPerMm;
    return { level, xMm: middle(column, COLUMNS, width), yMm: middle(row, ROWS, height) };
  });
  const darkest = blocks.reduce((a, b) => (b.level < a.level ? b : a));
  const brightest = Math.max(1, ...blocks.map(({ level }) => level));
  return { leastPct: (100 * darkest.level) / brightest, xMm: darkest.xMm, yMm: darkest.yMm };
}
