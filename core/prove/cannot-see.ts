import { z } from "zod";
import type { Defect, Lighting } from "./defects.ts";
import type { PanelLight } from "./panel-light.ts";
import { labelPlaces } from "./picture.ts";
import type { PhotoPart } from "./picture.ts";

export const hiddenBy = ["glare", "lit text"] as const;

/** A part of a picture in which nothing can be told, mm from its left and top. */
export const hiddenPart = z.strictObject({
  xMm: z.number(),
  yMm: z.number(),
  widthMm: z.number(),
  heightMm: z.number(),
  why: z.enum(hiddenBy),
});
export type HiddenPart = z.output<typeof hiddenPart>;

/** Looked at in squares of this size, mm. */
const CELL_MM = 1;
/** Glare: so many times the light of what is around, or more than a sensor holds. */
const GLARE_TIMES = 1.14;
const FULL = 250;
/** On black a lamp's image is far lighter than anything that dust scatters over a whole square, in steps of 255. */
const GLARE_ON_BLACK = 60;
const GLARE_SHARE = 0.85;
/** Lit text: on white darker than this share of white, on black lighter than this, over so much of a square, over so many squares. */
const DARK_SHARE = 0.5;
const LIGHT = 150;
const TEXT_SHARE = 0.06;
const TEXT_CELLS = 6;
const GLARE_CELLS = 4;
/** Around such a part nothing is told either, mm. */
const MARGIN_MM = 0.8;

/**
 * Where a picture cannot tell: a lamp's image on the glass, and text that was left on the panel. Neither is a defect, and neither is
 * a pass. The limits: assumed, set on simulated pictures.
 */
export function hiddenParts(panel: PanelLight, pxPerMm: number, lighting: Lighting): HiddenPart[] {
  const { width, height } = panel;
  const cell = Math.max(4, Math.round(CELL_MM * pxPerMm));
  const [columns, rows] = [Math.ceil(width / cell), Math.ceil(height / cell)];
  const isWhite = lighting === "white";
  const many = (k: number) =>
    Math.min(cell, width - (k % columns) * cell) * Math.min(cell, height - Math.floor(k / columns) * cell);
  const means = panel.squares(cell).map((sum, k) => sum / many(k));
  const usual = means.slice().sort()[means.length >> 1]!;
  // How many pixels of each square are dark on white or lit on black; and on black how many are lit as by a lamp.
  const marked = isWhite
    ? panel.squares(cell, DARK_SHARE * usual).map((light, k) => many(k) - light)
    : panel.squares(cell, LIGHT);
  const full = isWhite ? marked : panel.squares(cell, usual + GLARE_ON_BLACK);
  // On black a lamp lights all of a square, text strokes of it.
  const isGlare = (k: number) =>
    isWhite ? means[k]! > GLARE_TIMES * usual || means[k]! > FULL : full[k]! > GLARE_SHARE * many(k);
  const isText = (k: number) => marked[k]! > TEXT_SHARE * many(k) && marked[k]! < 0.9 * many(k);
  const glare = Uint8Array.from(means, (_, k) => (isGlare(k) ? 1 : 0));
  const text = Uint8Array.from(means, (_, k) => (isText(k) ? 1 : 0));
  const found = ([mask, why, least]: readonly [Uint8Array, HiddenPart["why"], number]): HiddenPart[] => {
    const { labels, count } = labelPlaces(mask, columns, rows);
    const boxes = Array.from({ length: count }, () => ({
      cells: 0,
      left: columns,
      right: 0,
      top: rows,
      bottom: 0,
    }));
    labels.forEach((label, k) => {
      if (!label) return;
      const box = boxes[label - 1]!;
      const [c, r] = [k % columns, Math.floor(k / columns)];
      box.cells += 1;
      box.left = Math.min(box.left, c);
      box.right = Math.max(box.right, c);
      box.top = Math.min(box.top, r);
      box.bottom = Math.max(box.bottom, r);
    });
    const mm = cell / pxPerMm;
    return boxes
      .filter(({ cells }) => cells >= least)
      .map(({ left, right, top, bottom }) => {
        const [x, y] = [Math.max(0, left * mm - MARGIN_MM), Math.max(0, top * mm - MARGIN_MM)];
        return {
          xMm: x,
          yMm: y,
          widthMm: Math.min(width / pxPerMm, (right + 1) * mm + MARGIN_MM) - x,
          heightMm: Math.min(height / pxPerMm, (bottom + 1) * mm + MARGIN_MM) - y,
          why,
        };
      });
  };
  // A square that is glare is not text: a lamp's image on black is light too.
  const bare = text.map((on, k) => on & (1 - glare[k]!));
  return (
    [
      [glare, "glare", GLARE_CELLS],
      [bare, "lit text", TEXT_CELLS],
    ] as const
  ).flatMap(found);
}

export const isWithin = ({ xMm, yMm }: { xMm: number; yMm: number }, part: HiddenPart): boolean =>
  xMm >= part.xMm && xMm <= part.xMm + part.widthMm && yMm >= part.yMm && yMm <= part.yMm + part.heightMm;

/** What is wider than this is no single photosite, px. */
const SITE_PX = 6;
/** Dust scatters all colours: the least of the three is this share of the most. */
const ONE_COLOUR = 0.4;

/**
 * Whether what stands out bright is one photosite that shines by itself: it is small, and of one colour of the sensor's, while dust
 * scatters all of them.
 */
export function isHotSite(
  { rgba, width, height, rowPx = width }: PhotoPart,
  pxPerMm: number,
  { xMm, yMm, lengthMm }: Defect,
): boolean {
  if (lengthMm * pxPerMm > SITE_PX) return false;
  const [cx, cy] = [Math.round(xMm * pxPerMm - 0.5), Math.round(yMm * pxPerMm - 0.5)];
  const sums = [0, 0, 0];
  const around = [0, 0, 0];
  let [near, far] = [0, 0];
  for (let y = cy - 9; y <= cy + 9; y += 1)
    for (let x = cx - 9; x <= cx + 9; x += 1) {
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const reach = Math.max(Math.abs(x - cx), Math.abs(y - cy));
      const into = reach <= 4 ? sums : reach >= 6 ? around : null;
      if (!into) continue;
      if (into === sums) near += 1;
      else far += 1;
      for (let colour = 0; colour < 3; colour += 1) into[colour]! += rgba[4 * (y * rowPx + x) + colour]!;
    }
  const extra = sums.map((sum, colour) => sum / near - around[colour]! / Math.max(1, far));
  return Math.min(...extra) < ONE_COLOUR * Math.max(...extra);
}
