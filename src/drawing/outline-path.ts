import {
  panelEdges,
  pointOnEdge,
  rimOfPanel,
  spansOf,
  type EdgePlace,
  type Outline,
} from "../../core/stack/panel-geometry.ts";
import type { PanelPoint } from "../../core/stack/panel-point.ts";
import { toThousandth } from "../../core/stack/ring.ts";

const openPath = (points: readonly PanelPoint[]): string =>
  `M${points.map(({ xMm, yMm }) => `${toThousandth(xMm)} ${toThousandth(yMm)}`).join("L")}`;

/** A closed line as an SVG path. */
export const closedPath = (points: readonly PanelPoint[]): string => `${openPath(points)}Z`;

/** A panel's outline with its holes as an SVG path, to be filled by the even-odd rule. */
export function outlinePath(panel: Outline, leastRadiusMm = 0): string {
  const { widthMm: w, heightMm: h, cornerRadiusMm = 0, pathMm, holesMm = [] } = panel;
  if (pathMm) return [pathMm, ...holesMm].map(closedPath).join("");
  const r = Math.min(Math.max(cornerRadiusMm, leastRadiusMm), w / 2, h / 2);
  if (r <= 0) return `M0 0H${w}V${h}H0Z`;
  const arc = (x: number, y: number) => `a${r} ${r} 0 0 1 ${x} ${y}`;
  return `M${r} 0H${w - r}${arc(r, r)}V${h - r}${arc(-r, r)}H${r}${arc(-r, -r)}V${r}${arc(r, -r)}Z`;
}

/** The outline so far inside itself, as an SVG path; nothing where there is no room. */
export function insetPath(panel: Outline, byMm: number): string {
  const rim = rimOfPanel(panel);
  if (rim) return byMm < rim.deepestMm ? closedPath(rim.inset(byMm)) : "";
  const [w, h] = [panel.widthMm - 2 * byMm, panel.heightMm - 2 * byMm];
  return w > 0 && h > 0 ? `M${byMm} ${byMm}h${w}v${h}h${-w}Z` : "";
}

/** A stretch along an edge between two depths, as an SVG path. */
export function bandPath(
  panel: Outline,
  { edge, fromMm, toMm }: { edge: EdgePlace; fromMm: number; toMm: number },
  innerMm: number,
  outerMm = 0,
): string {
  // What is only being written down may lie along an edge that the outline does not have.
  if (!panelEdges(panel).includes(edge)) return "";
  const rim = rimOfPanel(panel);
  if (rim) return closedPath(rim.band(fromMm, toMm, outerMm, innerMm));
  return closedPath([
    pointOnEdge(panel, edge, fromMm, outerMm),
    pointOnEdge(panel, edge, toMm, outerMm),
    pointOnEdge(panel, edge, toMm, innerMm),
    pointOnEdge(panel, edge, fromMm, innerMm),
  ]);
}

/** A line along a stretch of an edge, so far outside it, as an SVG path. */
export function besidePath(
  panel: Outline,
  { edge, fromMm, toMm }: { edge: EdgePlace; fromMm: number; toMm: number },
  outMm: number,
): string {
  const rim = rimOfPanel(panel);
  if (!rim) return openPath([fromMm, toMm].map((at) => pointOnEdge(panel, edge, at, -outMm)));
  const stepMm = rim.lengthMm / 120;
  return spansOf(panel, { edge, fromMm, toMm })
    .map(([from, to]) => {
      const parts = Math.max(1, Math.ceil((to - from) / stepMm));
      const at = (i: number) => from + ((to - from) * i) / parts;
      return openPath(Array.from({ length: parts + 1 }, (_, i) => pointOnEdge(panel, edge, at(i), -outMm)));
    })
    .join("");
}
