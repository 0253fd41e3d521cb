import { insetPathMm } from "../stack/inset.ts";
import { cellsOnPanel, type Outline } from "../stack/panel-geometry.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import type { PanelWindow } from "../stack/family.ts";
import { windowBox } from "../stack/window-box.ts";
import { wholeLook, type BegunLook } from "./begun-look.ts";
import type { HiddenPart } from "./cannot-see.ts";
import type { Defect, Lighting } from "./defects.ts";
import { edgeBlurPx } from "./edge-blur.ts";
import { beginDefects } from "./photo-inspect.ts";
import type { Photo, PhotoPart } from "./picture.ts";
import { unevenLight, type UnevenLight } from "./uneven-light.ts";
import { squareUp } from "./fast-square-up.ts";
import type { Corners } from "./square-up.ts";

/** A photo of a family's panel, with the panel's corners in it, to be looked through. */
export interface Inspection {
  photo: Photo;
  corners: Corners;
  panel: Outline;
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
export const RIM_MM = 0.6;

/** To both sides of where a printed border should end, mm: light steps there, and never quite where it should. */
const INK_EDGE_MM = 1;
/** Ink that is closer than this to the picture's level, in steps of 255, is none. */
const LEAST_INK = 4;

/** The middle of some thousand of the levels that a part of a picture holds. */
function middleOf(rgba: ArrayLike<number>, pixels: readonly number[]): number {
  const every = Math.max(1, Math.floor(pixels.length / 4_000));
  const taken = pixels.filter((_, i) => i % every === 0).map((i) => rgba[4 * i + 1]!);
  return taken.sort((a, b) => a - b)[taken.length >> 1] ?? 0;
}

/** Whether a squared-up picture shows ink up to its border: right beside where that ends it is another level, all round. */
function showsInk({ rgba, width, height }: Photo, borderPx: number, edgePx: number): boolean {
  const frame: number[] = [];
  const inside: number[] = [];
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 200_000)));
  for (let y = 0; y < height; y += step) {
    for (let x = 0; x < width; x += step) {
      const beyondPx = Math.min(x, y, width - 1 - x, height - 1 - y) - borderPx;
      if (Math.abs(beyondPx) < edgePx || Math.abs(beyondPx) > 3 * edgePx) continue;
      (beyondPx < 0 ? frame : inside).push(y * width + x);
    }
  }
  return frame.length > 0 && Math.abs(middleOf(rgba, inside) - middleOf(rgba, frame)) >= LEAST_INK;
}

/** A part of a picture, from so many px in on every side. */
const within = ({ rgba, width, height }: Photo, inPx: number): PhotoPart => ({
  rgba: rgba.subarray(4 * (inPx * width + inPx)),
  width: width - 2 * inPx,
  height: height - 2 * inPx,
  rowPx: width,
});

/** Which pixels of a picture, which begins `inMm` inside the panel's box, lie less than that inside a shape; null for a rectangle. */
function outsideOf(
  panel: Outline,
  inMm: number,
  { width, height }: { width: number; height: number },
  pxPerMm: number,
): Uint8Array | null {
  if (!panel.pathMm) return null;
  const moved = ({ xMm, yMm }: PanelPoint) => ({ xMm: xMm - inMm, yMm: yMm - inMm });
  const on = cellsOnPanel(
    {
      widthMm: width / pxPerMm,
      heightMm: height / pxPerMm,
      pathMm: insetPathMm(panel.pathMm, inMm).map(moved),
      holesMm: (panel.holesMm ?? []).map((hole) => hole.map(moved)),
    },
    width,
    height,
  );
  return on.map((isOn) => 1 - isOn);
}

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

/** How far the photo is out of focus, by the panel's edges, in mm on the panel; null where they do not tell. */
function blurOf(photo: Photo, corners: Corners, { widthMm, heightMm }: Outline): number | null {
  const blurPx = edgeBlurPx(photo, corners);
  const [{ x: x0, y: y0 }, , { x: x2, y: y2 }] = corners;
  return blurPx === null ? null : (blurPx * Math.hypot(widthMm, heightMm)) / Math.hypot(x2 - x0, y2 - y0);
}

/** What was found in a photo, places on the panel; the squared-up picture goes with it, to be shown. */
export interface InspectedPhoto {
  defects: Defect[];
  cannotSee: HiddenPart[];
  picture: Photo;
  pxPerMm: number;
  blurMm: number | null;
  light: UnevenLight;
}

/**
 * Squares the panel up and begins to look through it, its windows left out. Nothing is looked for behind a printed border's ink, where there
 * is some.
 */
export function beginInspection({
  photo,
  corners,
  panel,
  borderMm,
  windows,
  lighting,
}: Inspection): BegunLook<InspectedPhoto> {
  const scale = scaleOf(corners, panel);
  const width = Math.max(16, Math.round(panel.widthMm * scale));
  const height = Math.max(16, Math.round(panel.heightMm * scale));
  const picture = { rgba: squareUp(photo, corners, { width, height }), width, height };
  const pxPerMm = width / panel.widthMm;
  const isInked = borderMm > 0 && showsInk(picture, borderMm * pxPerMm, INK_EDGE_MM * pxPerMm);
  const inPx = Math.round((isInked ? borderMm + INK_EDGE_MM : RIM_MM) * pxPerMm);
  const inMm = inPx / pxPerMm;
  const part = within(picture, inPx);
  const outside = outsideOf(panel, inMm, part, pxPerMm);
  const looked = {
    scalePxPerMm: pxPerMm,
    lighting,
    ignore: windows.map((w) => {
      const box = windowBox(w);
      return {
        xMm: box.xMm - WINDOW_RIM_MM - inMm,
        yMm: box.yMm - WINDOW_RIM_MM - inMm,
        widthMm: box.widthMm + 2 * WINDOW_RIM_MM,
        heightMm: box.heightMm + 2 * WINDOW_RIM_MM,
      };
    }),
  };
  const { lines, rest } = beginDefects(part, looked, outside);
  const shifted = <At extends { xMm: number; yMm: number }>(at: At) => ({
    ...at,
    xMm: at.xMm + inMm,
    yMm: at.yMm + inMm,
  });
  return {
    lines,
    rest: () => {
      const join = rest();
      const light = unevenLight(part, pxPerMm, inMm);
      const blurMm = blurOf(photo, corners, panel);
      return (found) => {
        const { defects, cannotSee } = join(found);
        return {
          defects: defects.map(shifted),
          cannotSee: cannotSee.map(shifted),
          picture,
          pxPerMm,
          blurMm,
          light,
        };
      };
    },
  };
}

/** A photo looked through on this thread; see `beginInspection`. */
export const inspectPhoto = (asked: Inspection): InspectedPhoto => wholeLook(beginInspection(asked));
