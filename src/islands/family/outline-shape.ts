import type { PanelWindow } from "../../../core/stack/family.ts";
import { roundedPath } from "../../../core/stack/flatten.ts";
import type { EdgeFeature } from "../../../core/stack/outline.ts";
import {
  edgeLengthMm,
  edgeOffset,
  panelEdges,
  pointOnEdge,
  rimOfPanel,
  sideOf,
  type Outline,
} from "../../../core/stack/panel-geometry.ts";
import type { PanelPoint } from "../../../core/stack/panel-point.ts";
import { boxOf } from "../../../core/stack/ring.ts";

/** An outline by its points, as large as they reach. */
export function shaped(pathMm: PanelPoint[], holesMm: PanelPoint[][] = []): Outline {
  const { right, bottom } = boxOf(pathMm);
  return {
    widthMm: right,
    heightMm: bottom,
    pathMm,
    ...(holesMm.length > 0 ? { holesMm } : {}),
  };
}

/** A rectangle by its points, so that any of them can be moved. */
export function byPoints({ widthMm: w, heightMm: h, cornerRadiusMm: r = 0 }: Outline): Outline {
  return shaped(
    roundedPath([
      [0, 0, r],
      [w, 0, r],
      [w, h, r],
      [0, h, r],
    ]),
  );
}

const half = (mm: number) => Math.round(2 * mm) / 2;

/** One point of the outline moved; it may lie beyond the others until it is let go. */
export const pointMoved = (panel: Outline, index: number, place: PanelPoint): Outline =>
  shaped(
    panel.pathMm!.map((point, i) => (i === index ? place : point)),
    panel.holesMm,
  );

/** Another point in the middle of the stretch after one. */
export function pointAdded(panel: Outline, after: number): Outline {
  const path = panel.pathMm!;
  const [a, b] = [path[after]!, path[(after + 1) % path.length]!];
  const middle = { xMm: half((a.xMm + b.xMm) / 2), yMm: half((a.yMm + b.yMm) / 2) };
  return shaped([...path.slice(0, after + 1), middle, ...path.slice(after + 1)], panel.holesMm);
}

/** A point less; three are left. */
export const pointTaken = (panel: Outline, index: number): Outline =>
  panel.pathMm!.length <= 3
    ? panel
    : shaped(
        panel.pathMm!.filter((_, i) => i !== index),
        panel.holesMm,
      );

/** The outline moved so that it touches the left and the top again, with all that lies on it. */
export function settled(
  panel: Outline,
  windows: readonly PanelWindow[],
): { outline: Outline; windows: PanelWindow[] } {
  const path = panel.pathMm!;
  const { left, top } = boxOf(path);
  const moved = <Place extends PanelPoint>(place: Place): Place => ({
    ...place,
    xMm: place.xMm - left,
    yMm: place.yMm - top,
  });
  return {
    outline: shaped(
      path.map(moved),
      panel.holesMm?.map((hole) => hole.map(moved)),
    ),
    windows: windows.map(moved),
  };
}

/** Stretches of an edge where they come to lie on another outline: beside where they were, as far along. */
export function featuresOn(from: Outline, to: Outline, features: readonly EdgeFeature[]): EdgeFeature[] {
  if (!from.pathMm && !to.pathMm) return [...features];
  const known = panelEdges(from);
  return features.map((feature) => {
    if (!known.includes(feature.edge)) return feature;
    const grown = ({ xMm, yMm }: PanelPoint): PanelPoint => ({
      xMm: (xMm * to.widthMm) / from.widthMm,
      yMm: (yMm * to.heightMm) / from.heightMm,
    });
    const ends = [feature.fromMm, feature.toMm].map((at) => grown(pointOnEdge(from, feature.edge, at)));
    const side = sideOf(from, feature);
    const rim = rimOfPanel(to);
    if (rim) {
      const [a, b] = ends.map((end) => Math.round(rim.nearest(end).atMm)) as [number, number];
      // Clockwise the bottom and the left are gone along backwards.
      const isBack = feature.edge === "bottom" || feature.edge === "left";
      return { ...feature, edge: "rim", fromMm: isBack ? b : a, toMm: isBack ? a : b };
    }
    const [a, b] = ends.map((end) => Math.round(edgeOffset(to, side, end).atMm)) as [number, number];
    return { ...feature, edge: side, fromMm: Math.min(a, b), toMm: Math.max(a, b) };
  });
}

/** Where along a stretch a place of its edge lies, mm from its beginning: below 0 where it is before it. */
export function alongStretch(panel: Outline, stretch: EdgeFeature, atMm: number): number {
  const rim = rimOfPanel(panel);
  if (!rim) return atMm - stretch.fromMm;
  const lengthMm = stretchLengthMm(panel, stretch);
  const along = rim.wrapped(atMm - stretch.fromMm);
  // What is nearer to the beginning than to the end, behind both, lies before it.
  return along > lengthMm + (rim.lengthMm - lengthMm) / 2 ? along - rim.lengthMm : along;
}

export function stretchLengthMm(
  panel: Outline,
  { fromMm, toMm }: Pick<EdgeFeature, "fromMm" | "toMm">,
): number {
  const rim = rimOfPanel(panel);
  return rim ? rim.wrapped(toMm - fromMm) : toMm - fromMm;
}

/** A stretch that was drawn from one place to another: on a rim it goes the shorter way round. */
export function drawnStretch(panel: Outline, a: number, b: number): { fromMm: number; toMm: number } {
  const rim = rimOfPanel(panel);
  if (!rim) return { fromMm: Math.min(a, b), toMm: Math.max(a, b) };
  return rim.wrapped(b - a) <= rim.lengthMm / 2 ? { fromMm: a, toMm: b } : { fromMm: b, toMm: a };
}

/** A stretch pulled by its beginning, its end or as a whole, `byMm` along its edge. */
export function pulledStretch(
  panel: Outline,
  was: EdgeFeature,
  part: "from" | "to" | "all",
  toPlaceMm: number,
  grabMm: number,
): { fromMm: number; toMm: number } {
  const { fromMm, toMm } = was;
  const rim = rimOfPanel(panel);
  const on = (mm: number) => (rim ? Math.round(rim.wrapped(mm)) : mm);
  if (part === "from") return { fromMm: rim ? on(toPlaceMm) : Math.min(toPlaceMm, toMm - 1), toMm };
  if (part === "to") return { fromMm, toMm: rim ? on(toPlaceMm) : Math.max(toPlaceMm, fromMm + 1) };
  const by = toPlaceMm - Math.round(grabMm);
  if (rim) return { fromMm: on(fromMm + by), toMm: on(toMm + by) };
  const kept = Math.max(-fromMm, Math.min(edgeLengthMm(panel, was.edge) - toMm, by));
  return { fromMm: fromMm + kept, toMm: toMm + kept };
}
