import type { PanelPoint } from "../../core/stack/panel-point.ts";
import { nearestOnPanel, type Outline } from "../../core/stack/panel-geometry.ts";

/** Where on the panel a pointer is, mm from the left and the top, whatever the size of the drawing. */
export function pointerPlace(
  svg: SVGSVGElement,
  { clientX, clientY }: { clientX: number; clientY: number },
): PanelPoint {
  const place = new DOMPoint(clientX, clientY).matrixTransform(svg.getScreenCTM()!.inverse());
  return { xMm: place.x, yMm: place.y };
}

/** The place on the panel that a pointer is at, or nearest to. */
export const panelPlace = (
  outline: Outline,
  event: { currentTarget: SVGSVGElement; clientX: number; clientY: number },
): PanelPoint => nearestOnPanel(outline, pointerPlace(event.currentTarget, event));

const steps: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Where a cross goes when an arrow key is pressed: a millimetre, ten with Shift; null for any other key. */
export function stepOf(from: PanelPoint, key: string, shift: boolean): PanelPoint | null {
  const step = steps[key];
  const mm = shift ? 10 : 1;
  return step ? { xMm: from.xMm + step[0] * mm, yMm: from.yMm + step[1] * mm } : null;
}
