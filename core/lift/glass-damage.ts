import { z } from "zod";
import { panelPoint, type PanelPoint } from "../stack/panel-point.ts";
import { edgeOffset, type EdgePlace, type Outline } from "../stack/panel-geometry.ts";
import { toStretchMm } from "../stack/ring.ts";

/** Where the glass is broken: a crack as a path, a missing shard as the area that it left. */
export const glassDamage = z.strictObject({
  kind: z.enum(["crack", "missing shard"], { error: "must be crack or missing shard" }),
  points: z.array(panelPoint).min(2).max(60),
});
export type GlassDamage = z.output<typeof glassDamage>;

/** Broken glass within this of an edge is met by the blade. Assumed; a little more than a blade goes in. */
export const MET_BY_BLADE_MM = 10;

/** The lines that a damage consists of; the area of a missing shard is closed. */
const linesOf = ({ kind, points }: GlassDamage): [PanelPoint, PanelPoint][] =>
  points
    .map((point, i): [PanelPoint, PanelPoint] => [point, points[(i + 1) % points.length]!])
    .slice(0, kind === "crack" ? -1 : undefined);

/** How near the nearest broken glass is to a point, mm; Infinity where none is broken. */
export const nearestDamageMm = (point: PanelPoint, damage: readonly GlassDamage[]): number =>
  Math.min(
    Infinity,
    ...damage.flatMap(linesOf).map(([from, to]) => toStretchMm(point.xMm, point.yMm, from, to)),
  );

/** Whether any of the broken glass lies where the blade goes along this stretch. */
export function meetsBlade(
  panel: Outline,
  { edge, fromMm, toMm }: { edge: EdgePlace; fromMm: number; toMm: number },
  damage: GlassDamage,
): boolean {
  if (edge === "rim") {
    return linesOf(damage).some(([from, to]) => {
      const parts = Math.max(1, Math.ceil(Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm)));
      return Array.from({ length: parts + 1 }, (_, i) => {
        const share = i / parts;
        return edgeOffset(panel, edge, {
          xMm: from.xMm + share * (to.xMm - from.xMm),
          yMm: from.yMm + share * (to.yMm - from.yMm),
        });
      }).some(({ atMm, inMm }) => inMm <= MET_BY_BLADE_MM && atMm >= fromMm && atMm <= toMm);
    });
  }
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
