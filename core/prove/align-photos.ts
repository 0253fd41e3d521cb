import { findPanel } from "./find-panel.ts";
import type { Photo } from "./picture.ts";
import { squareUp } from "./fast-square-up.ts";
import type { Corners } from "./square-up.ts";

/** Two photos of one panel, and its corners in each where they are known. */
export interface ToAlign {
  photos: readonly [Photo, Photo];
  corners: readonly [Corners | null, Corners | null];
  panel: { widthMm: number; heightMm: number };
}

/** Both squared up alike, and how they differ; without pictures where the panel was not found in one of them. */
export interface Aligned {
  corners: [Corners | null, Corners | null];
  pictures: [Photo, Photo] | null;
  /** Bright where they differ, once the one's light is brought to the other's. */
  difference: Photo | null;
  /** Share of the panel that differs by more than a tenth of the scale, percent. */
  changedPct: number;
}

/** The longer side of what is compared, px: as fine as a screen shows. */
const LONGER_PX = 1_400;
const CHANGED = 25;

/** Mean level and spread of a picture's light. */
function light({ rgba }: Photo): { mean: number; deviation: number } {
  let [sum, squares] = [0, 0];
  for (let i = 1; i < rgba.length; i += 4) {
    sum += rgba[i]!;
    squares += rgba[i]! ** 2;
  }
  const n = rgba.length / 4;
  return { mean: sum / n, deviation: Math.sqrt(Math.max(1, squares / n - (sum / n) ** 2)) };
}

/** Lays two photos of a panel over one another by its corners, found where they are not told, and tells where they differ. */
export function alignPhotos({ photos, corners: told, panel }: ToAlign): Aligned {
  const corners: [Corners | null, Corners | null] = [
    told[0] ?? findPanel(photos[0]),
    told[1] ?? findPanel(photos[1]),
  ];
  const [first, second] = corners;
  if (!first || !second) return { corners, pictures: null, difference: null, changedPct: 0 };
  const scale = LONGER_PX / Math.max(panel.widthMm, panel.heightMm);
  const size = { width: Math.round(panel.widthMm * scale), height: Math.round(panel.heightMm * scale) };
  const [a, b]: [Photo, Photo] = [
    { rgba: squareUp(photos[0], first, size), ...size },
    { rgba: squareUp(photos[1], second, size), ...size },
  ];
  const [of, against] = [light(a), light(b)];
  const gain = of.deviation / against.deviation;
  const rgba = new Uint8ClampedArray(a.rgba.length);
  let changed = 0;
  for (let i = 0; i < rgba.length; i += 4) {
    const apart = Math.abs(a.rgba[i + 1]! - (of.mean + gain * (b.rgba[i + 1]! - against.mean)));
    if (apart > CHANGED) changed += 1;
    rgba[i] = rgba[i + 1] = rgba[i + 2] = 3 * apart;
    rgba[i + 3] = 255;
  }
  return {
    corners,
    pictures: [a, b],
    difference: { rgba, ...size },
    changedPct: (100 * changed) / (rgba.length / 4),
  };
}
