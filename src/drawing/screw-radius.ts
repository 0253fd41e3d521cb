import type { PanelPoint } from "../../core/stack/panel-point.ts";

/** How far apart the two nearest of some places lie, mm; Infinity where there are not two. */
export const nearestApartMm = (places: readonly PanelPoint[]): number =>
  Math.min(
    Infinity,
    ...places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm))),
  );

/** How large screws are drawn, mm: those of which two stand so near are smaller, so that none hides another. */
export const screwRadius = (nearestMm: number, unit: number): number =>
  Math.max(1.5 * unit, Math.min(3.8 * unit, 0.42 * nearestMm));
