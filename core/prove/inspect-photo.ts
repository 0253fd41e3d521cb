import type { PanelWindow } from "../stack/family.ts";
import { windowBox } from "../stack/family.ts";
import type { Lighting } from "./find-defects.ts";
import { inspectPixels, type PhotoInspect } from "./photo-inspect.ts";
import { squareUp, type Corners } from "./square-up.ts";

export interface Photo {
  rgba: Uint8ClampedArray;
  width: number;
  height: number;
}

/** A photo of a family's panel, with the panel's corners in it, to be looked through. */
export interface Inspection {
  photo: Photo;
  corners: Corners;
  panel: { widthMm: number; heightMm: number };
  borderMm: number;
  windows: readonly PanelWindow[];
  lighting: Lighting;
}

/** Finer than this tells nothing more of what an eye sees, px/mm; and no more pixels than this are looked at. */
const MOST_PX_PER_MM = 20;
const MOST_PIXELS = 12_000_000;
/** Around a window a ring of its own is seen, mm. */
const WINDOW_RIM_MM = 1;

/** The glass's own edge, and what the corners were set off by, mm. */
const RIM_MM = 0.6;

/** How fine a photo tells a panel, px/mm: by its corners, and no finer than is of use. */
export function scaleOf(
  corners: Corners,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
): number {
  const side = (i: number, j: number) =>
    Math.hypot(corners[j]!.x - corners[i]!.x, corners[j]!.y - corners[i]!.y);
  const across = Math.max(side(0, 1), side(3, 2)) / widthMm;
  const down = Math.max(side(0, 3), side(1, 2)) / heightMm;
  return Math.min(MOST_PX_PER_MM, (across + down) / 2, Math.sqrt(MOST_PIXELS / (widthMm * heightMm)));
}

/** Squares the panel up and looks through it, its windows left out. Gives the squared-up picture too, to be shown. */
export function inspectPhoto({ photo, corners, panel, borderMm, windows, lighting }: Inspection): {
  result: PhotoInspect;
  picture: Photo;
  pxPerMm: number;
} {
  const scale = scaleOf(corners, panel);
  const width = Math.max(16, Math.round(panel.widthMm * scale));
  const height = Math.max(16, Math.round(panel.heightMm * scale));
  const rgba = squareUp(photo, corners, { width, height });
  const pxPerMm = width / panel.widthMm;
  const result = inspectPixels(rgba, {
    width,
    height,
    scalePxPerMm: pxPerMm,
    lighting,
    borderMm,
    ignore: [
      { xMm: 0, yMm: 0, widthMm: panel.widthMm, heightMm: RIM_MM },
      { xMm: 0, yMm: panel.heightMm - RIM_MM, widthMm: panel.widthMm, heightMm: RIM_MM },
      { xMm: 0, yMm: 0, widthMm: RIM_MM, heightMm: panel.heightMm },
      { xMm: panel.widthMm - RIM_MM, yMm: 0, widthMm: RIM_MM, heightMm: panel.heightMm },
    ].concat(
      windows.map((w) => {
        const box = windowBox(w);
        return {
          xMm: box.xMm - WINDOW_RIM_MM,
          yMm: box.yMm - WINDOW_RIM_MM,
          widthMm: box.widthMm + 2 * WINDOW_RIM_MM,
          heightMm: box.heightMm + 2 * WINDOW_RIM_MM,
        };
      }),
    ),
    acceptance: undefined,
  });
  return { result, picture: { rgba, width, height }, pxPerMm };
}
