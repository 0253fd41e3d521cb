import { z } from "zod";
import { panelPoint } from "../stack/panel-point.ts";
import { panelAreaMm2, squareCornered, type Outline } from "../stack/panel-geometry.ts";

/** Old glue that is left: a box by two of its corners, mm from the left and from the top, seen from the viewer's side. */
export const residuePatch = z.strictObject({ points: z.tuple([panelPoint, panelPoint]) });
export type ResiduePatch = z.output<typeof residuePatch>;

/** Share of the panel that patches cover, %: where two lie over one another it counts once. */
export function residuePct(outline: Outline, patches: readonly ResiduePatch[]): number {
  const boxes = patches.map(({ points: [a, b] }) => ({
    left: Math.max(0, Math.min(a.xMm, b.xMm)),
    right: Math.min(outline.widthMm, Math.max(a.xMm, b.xMm)),
    top: Math.max(0, Math.min(a.yMm, b.yMm)),
    bottom: Math.min(outline.heightMm, Math.max(a.yMm, b.yMm)),
  }));
  const cuts = [...new Set(boxes.flatMap(({ left, right }) => [left, right]))].sort((a, b) => a - b);
  let mm2 = 0;
  cuts.slice(1).forEach((right, i) => {
    const left = cuts[i]!;
    const spans = boxes.filter((box) => box.left < right && box.right > left).sort((a, b) => a.top - b.top);
    let reached = -Infinity;
    for (const { top, bottom } of spans) {
      mm2 += (right - left) * Math.max(0, bottom - Math.max(top, reached));
      reached = Math.max(reached, bottom);
    }
  });
  return Math.min(100, (100 * mm2) / panelAreaMm2(squareCornered(outline)));
}
