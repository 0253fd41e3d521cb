import type { Outline } from "../../../core/stack/panel-geometry.ts";
import type { PanelPoint } from "../../../core/stack/panel-point.ts";
import { outlineHandles, type OutlineHandle } from "./outline-handles.ts";

/** How far outside the outline its points lie, in drawing units. */
export const HANDLE_OUT = 2.4;
export const handleNames = Object.keys(outlineHandles) as OutlineHandle[];

/** A curve has many points: of more than these only its corners are shown. */
const MOST_POINTS = 24;

/** The points of an outline that are shown and can be pulled, by their index: all of a few, else the corners and what is chosen. */
function shownPoints({ pathMm = [] }: Outline, chosen: number): number[] {
  const all = pathMm.map((_, i) => i);
  if (all.length <= MOST_POINTS) return all;
  return all.filter((i) => {
    if (i === chosen) return true;
    const [before, at, after] = [i + pathMm.length - 1, i, i + 1].map((n) => pathMm[n % pathMm.length]!) as [
      PanelPoint,
      PanelPoint,
      PanelPoint,
    ];
    const turn =
      Math.atan2(after.yMm - at.yMm, after.xMm - at.xMm) -
      Math.atan2(at.yMm - before.yMm, at.xMm - before.xMm);
    return Math.cos(turn) < Math.cos(SHARP_RAD);
  });
}
const SHARP_RAD = Math.PI / 6;

/** The shown point of an outline that is nearest to a place, no farther than so much; -1 where none is. */
export function pointNear(
  outline: Outline,
  { xMm, yMm }: PanelPoint,
  withinMm: number,
  chosen: number,
): number {
  const away = (i: number) => Math.hypot(outline.pathMm![i]!.xMm - xMm, outline.pathMm![i]!.yMm - yMm);
  const [nearest] = shownPoints(outline, chosen).sort((a, b) => away(a) - away(b));
  return nearest !== undefined && away(nearest) < withinMm ? nearest : -1;
}

/** The points of an outline of any shape. */
export function Points({ outline, chosen, unit }: { outline: Outline; chosen: number; unit: number }) {
  return shownPoints(outline, chosen).map((i) => (
    <circle
      key={i}
      cx={outline.pathMm![i]!.xMm}
      cy={outline.pathMm![i]!.yMm}
      r={1.5 * unit}
      fill={i === chosen ? "var(--liquid)" : "var(--raised)"}
      stroke="var(--ink)"
      strokeWidth={0.5 * unit}
    />
  ));
}

/** The points by which the outline is pulled. */
export function Handles({ outline, unit }: { outline: Outline; unit: number }) {
  return handleNames.map((name) => {
    const { xMm, yMm } = outlineHandles[name](outline, HANDLE_OUT * unit);
    const shape = { fill: "var(--raised)", stroke: "var(--ink)", strokeWidth: 0.5 * unit };
    return name === "radius" ? (
      <circle key={name} cx={xMm} cy={yMm} r={1.5 * unit} {...shape} />
    ) : (
      <rect
        key={name}
        x={xMm - 1.4 * unit}
        y={yMm - 1.4 * unit}
        width={2.8 * unit}
        height={2.8 * unit}
        {...shape}
      />
    );
  });
}
