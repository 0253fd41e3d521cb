import type { Family } from "../stack/family.ts";
import { insetPathMm } from "../stack/inset.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import { boxOf, toThousandth } from "../stack/ring.ts";
import { bareMm } from "./film-cover.ts";

/** The piece of film for a family: the panel without the half of its border that stays bare, its holes cut out as they are in the panel. */
export function pieceOf(family: Pick<Family, "outline" | "borderMm">): {
  widthMm: number;
  heightMm: number;
  pathMm?: PanelPoint[];
  holesMm?: PanelPoint[][];
} {
  const bare = bareMm(family);
  const round = (mm: number) => Number(Math.max(1, mm).toFixed(1));
  const { pathMm, holesMm = [] } = family.outline;
  if (pathMm) {
    const path = insetPathMm(pathMm, bare);
    const { left, top } = boxOf(path);
    const inPiece = (ring: readonly PanelPoint[]) =>
      ring.map(({ xMm, yMm }) => ({ xMm: toThousandth(xMm - left), yMm: toThousandth(yMm - top) }));
    const moved = inPiece(path);
    const { right, bottom } = boxOf(moved);
    return {
      widthMm: right,
      heightMm: bottom,
      pathMm: moved,
      ...(holesMm.length > 0 ? { holesMm: holesMm.map(inPiece) } : {}),
    };
  }
  return {
    widthMm: round(family.outline.widthMm - 2 * bare),
    heightMm: round(family.outline.heightMm - 2 * bare),
  };
}

/** Between two cuts and from the sheet's rim, mm. Common practice: a blade has no kerf, a ruler wants room; no source. */
export const CUT_GAP_MM = 1;
export const SHEET_TRIM_MM = 3;
