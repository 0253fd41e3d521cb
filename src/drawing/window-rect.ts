import type { PanelWindow } from "../../core/stack/family.ts";
import { windowBox } from "../../core/stack/window-box.ts";

/** A window as a rectangle of a drawing in mm; a round one by its corners' radius. */
export function windowRect(w: PanelWindow) {
  const { xMm, yMm, widthMm, heightMm } = windowBox(w);
  return { x: xMm, y: yMm, width: widthMm, height: heightMm, rx: "radiusMm" in w ? w.radiusMm : 0 };
}
