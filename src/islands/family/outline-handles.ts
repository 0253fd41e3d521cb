import type { PanelPoint } from "../../../core/stack/panel-point.ts";
import type { Outline } from "../../../core/stack/panel-geometry.ts";

/** Where the points lie by which an outline is pulled, `out` mm outside its sides, so that none covers what lies along them. */
export const outlineHandles = {
  right: ({ widthMm, heightMm }: Outline, out: number): PanelPoint => ({
    xMm: widthMm + out,
    yMm: heightMm / 2,
  }),
  bottom: ({ widthMm, heightMm }: Outline, out: number): PanelPoint => ({
    xMm: widthMm / 2,
    yMm: heightMm + out,
  }),
  corner: ({ widthMm, heightMm }: Outline, out: number): PanelPoint => ({
    xMm: widthMm + out,
    yMm: heightMm + out,
  }),
  radius: ({ cornerRadiusMm = 0 }: Outline, out: number): PanelPoint => ({ xMm: cornerRadiusMm, yMm: -out }),
} as const;
export type OutlineHandle = keyof typeof outlineHandles;

const LEAST_MM = 10;
const side = (mm: number) => Math.max(LEAST_MM, Math.round(mm));
const mostRadiusMm = (widthMm: number, heightMm: number) => Math.min(widthMm, heightMm) / 2;

/**
 * An outline as it is once one of its sides or corners was pulled to a place: sides in whole millimetres, the corners never rounder than
 * half the shorter side.
 *
 * @example
 * pulledOutline({ widthMm: 100, heightMm: 60 }, "right", { xMm: 120.4, yMm: 30 }) // { widthMm: 120, heightMm: 60 }
 */
export function pulledOutline(from: Outline, handle: OutlineHandle, { xMm, yMm }: PanelPoint): Outline {
  const widthMm = handle === "right" || handle === "corner" ? side(xMm) : from.widthMm;
  const heightMm = handle === "bottom" || handle === "corner" ? side(yMm) : from.heightMm;
  const radiusMm = handle === "radius" ? Math.max(0, Math.round(2 * xMm) / 2) : from.cornerRadiusMm;
  return {
    widthMm,
    heightMm,
    ...(radiusMm === undefined
      ? {}
      : { cornerRadiusMm: Math.min(radiusMm, mostRadiusMm(widthMm, heightMm)) }),
  };
}
