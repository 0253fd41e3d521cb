import { z } from "zod";
import { panelPoint, type PanelPoint } from "../stack/panel-point.ts";
import { edgeOffset, type Edge, type Outline } from "../stack/outline.ts";

/** Where the glass is broken: a crack as a path, a missing shard as the area that it left. */
export const glassDamage = z.strictObject({
  kind: z.enum(["crack", "missing shard"], { error: "must be crack or missing shard" }),
  points: z.array(panelPoint).min(2).max(60),
});
export type GlassDamage = z.output<typeof glassDamage>;

/** Broken glass within this of an edge is met by the blade. Assumed; a little more than a blade goes in. */
export const MET_BY_BLADE_MM = 10;

/** Distance from a point to the stretch between two others, mm. */
function toLineMm({ xMm: x, yMm: y }: PanelPoint, from: PanelPoint, to: PanelPoint): number {
  const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
  const squared = dx * dx + dy * dy;
  const along =
    squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - from.xMm) * dx + (y - from.yMm) * dy) / squared));
  return Math.hypot(x - from.xMm - along * dx, y - from.yMm - along * dy);
}

/** The lines that a damage consists of; the area of a missing shard is closed. */
const linesOf = ({ kind, points }: GlassDamage): [PanelPoint, PanelPoint][] =>
  points
    .map((point, i): [PanelPoint, PanelPoint] => [point, points[(i + 1) % points.length]!])
    .slice(0, kind === "crack" ? -1 : undefined);

/** How near the nearest broken glass is to a point, mm; Infinity where none is broken. */
export const nearestDamageMm = (point: PanelPoint, damage: readonly GlassDamage[]): number =>
  Math.min(Infinity, ...damage.flatMap(linesOf).map(([from, to]) => toLineMm(point, from, to)));

/** Whether any of the broken glass lies where the blade goes along this stretch. */
export function meetsBlade(
  panel: Outline,
  { edge, fromMm, toMm }: { edge: Edge; fromMm: number; toMm: number },
  damage: GlassDamage,
): boolean {
  return linesOf(damage).some(([from, to]) => {
    // The part of the line that lies in the strip which the blade reaches, then whether it touches this stretch.
    const [start, end] = [edgeOffset(panel, edge, from), edgeOffset(panel, edge, to)];
    const [a, b] = [start.inMm, end.inMm];
    if (Math.min(a, b) > MET_BY_BLADE_MM) return false;
    const share = (depth: number) => (a === b ? 0 : (depth - a) / (b - a));
    const at = (s: number) => start.atMm + s * (end.atMm - start.atMm);
    const [first, last] = [
      a <= MET_BY_BLADE_MM ? 0 : share(MET_BY_BLADE_MM),
      b <= MET_BY_BLADE_MM ? 1 : share(MET_BY_BLADE_MM),
    ];
    const [low, high] = [Math.min(at(first), at(last)), Math.max(at(first), at(last))];
    return low <= toMm && high >= fromMm;
  });
}
