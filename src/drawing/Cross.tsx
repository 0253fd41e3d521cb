import type { PanelPoint } from "../../core/stack/panel-point.ts";

/** Where the keys would set a point. */
export function Cross({ at, unit }: { at: PanelPoint; unit: number }) {
  return (
    <path
      d={`M${at.xMm - 4 * unit} ${at.yMm} h${8 * unit} M${at.xMm} ${at.yMm - 4 * unit} v${8 * unit}`}
      stroke="var(--liquid)"
      strokeWidth={0.6 * unit}
    />
  );
}
