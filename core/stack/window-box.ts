import type { PanelWindow } from "./family.ts";

/** The box round a window: a round one's centre is its place, a square one's upper left corner. */
export const windowBox = (w: PanelWindow) =>
  "radiusMm" in w
    ? { xMm: w.xMm - w.radiusMm, yMm: w.yMm - w.radiusMm, widthMm: 2 * w.radiusMm, heightMm: 2 * w.radiusMm }
    : { xMm: w.xMm, yMm: w.yMm, widthMm: w.widthMm, heightMm: w.heightMm };
