import { useState, type KeyboardEvent } from "react";
import type { PanelPoint } from "../../core/stack/panel-point.ts";
import { nearestOnPanel, type Outline } from "../../core/stack/panel-geometry.ts";
import { stepOf } from "./plan-point.ts";

/** A cross that arrow keys move over a panel, from its middle on. */
export function usePlanCross(outline: Outline) {
  const [cross, setCross] = useState<PanelPoint | null>(null);
  const at = cross ?? { xMm: outline.widthMm / 2, yMm: outline.heightMm / 2 };
  return {
    /** Where it is shown; null before the first arrow. */
    cross,
    /** Where the keys would set a point. */
    at,
    /** Moves it where the key is an arrow, and says where to; null for any other key. */
    step(event: KeyboardEvent): PanelPoint | null {
      const stepped = stepOf(at, event.key, event.shiftKey);
      if (!stepped) return null;
      const to = nearestOnPanel(outline, stepped);
      setCross(to);
      return to;
    },
  };
}
