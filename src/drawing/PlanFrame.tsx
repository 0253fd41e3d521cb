import { useId, type ReactNode, type SVGProps } from "react";
import type { PanelWindow } from "../../core/stack/family.ts";
import type { EdgeFeature } from "../../core/stack/outline.ts";
import { middleMm, panelEdges, pointOnEdge, sideOf, type Outline } from "../../core/stack/panel-geometry.ts";
import { bandPath, insetPath, outlinePath } from "./outline-path.ts";
import { hatch, Hatches, hues } from "./Hatches.tsx";
import { labelsApart } from "./labels-apart.ts";
import { windowRect } from "./window-rect.ts";
import { term } from "../../words/speaker.ts";

/** What the pieces inside a plan need to draw themselves. */
export interface PlanScale {
  /** One drawing unit: a hundredth of the longer side, whatever the panel's size. */
  unit: number;
  /** Before the names of this drawing's hatches. */
  prefix: string;
  /** Clips what is drawn to the panel. */
  clipPath: string;
}

export const planUnit = ({ widthMm, heightMm }: Outline) => Math.max(widthMm, heightMm * 1.35) / 100;

/** The panel from the viewer's side in true proportion: outline, border, what is in the way; around it room for more. */
export function PlanFrame({
  outline,
  borderMm,
  features = [],
  windows = [],
  marginUnits = 4,
  labels = true,
  fills = false,
  roomFor,
  title,
  children,
  ...svg
}: {
  outline: Outline;
  borderMm: number;
  features?: readonly EdgeFeature[];
  windows?: readonly PanelWindow[];
  marginUnits?: number;
  labels?: boolean;
  /** As large as what it stands in; otherwise as wide as that, and about half a screen high. */
  fills?: boolean;
  /** An outline that the frame keeps its scale for, while this one is being changed. */
  roomFor?: Outline | undefined;
  title: string;
  children?: (scale: PlanScale) => ReactNode;
} & Omit<SVGProps<SVGSVGElement>, "children" | "viewBox">) {
  const prefix = useId();
  const room = roomFor ?? outline;
  const unit = planUnit(room);
  const margin = marginUnits * unit;
  const bandDepth = Math.max(borderMm, 3.2 * unit);
  return (
    <svg
      role="img"
      {...svg}
      viewBox={`${-margin} ${-margin} ${room.widthMm + 2 * margin} ${room.heightMm + 2 * margin}`}
      className={`${fills ? "h-full max-h-full" : "max-h-[52vh]"} w-full select-none ${svg.className ?? ""}`}
      aria-label={title}
    >
      <Hatches prefix={prefix} unit={unit * 0.16} />
      <clipPath id={`${prefix}-panel`}>
        <path d={outlinePath(outline)} clipRule="evenodd" />
      </clipPath>
      <path
        d={outlinePath(outline)}
        fill="var(--raised)"
        fillRule="evenodd"
        stroke="var(--ink)"
        strokeWidth={0.5 * unit}
      />
      {borderMm > 0 && (
        <path
          d={insetPath(outline, borderMm)}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={0.25 * unit}
          strokeDasharray={`${unit} ${unit}`}
        />
      )}
      {windows.map((w) => (
        <rect
          key={`${w.label} ${w.xMm} ${w.yMm}`}
          {...windowRect(w)}
          fill="var(--ground)"
          stroke="var(--ink)"
          strokeWidth={0.35 * unit}
        >
          <title>{`${w.kind}: ${w.label}`}</title>
        </rect>
      ))}
      {features.map((feature, i) => {
        return (
          <path
            key={`${i} ${feature.edge} ${feature.kind}`}
            d={bandPath(outline, feature, bandDepth)}
            fill={hatch(prefix, feature.kind)}
            stroke={hues[feature.kind]}
            strokeWidth={0.35 * unit}
            strokeDasharray={feature.kind === "no-bond" ? `${1.4 * unit} ${unit}` : undefined}
          >
            <title>{`${term(feature.kind)}: ${term(feature.label)}`}</title>
          </path>
        );
      })}
      {labels && <EdgeLabels {...{ outline, features, windows, unit, bandDepth }} />}
      {children?.({ unit, prefix, clipPath: `url(#${prefix}-panel)` })}
    </svg>
  );
}

const FONT = 4;
/** How wide a letter is on the average, as a share of the type size: from the shipped typeface. */
const LETTER = 0.52;

/** What stands along the edges, named inside the outline; no name lies on another, nor on a window. */
function EdgeLabels({
  outline,
  features,
  windows,
  unit,
  bandDepth,
}: {
  outline: Outline;
  features: readonly EdgeFeature[];
  windows: readonly PanelWindow[];
  unit: number;
  bandDepth: number;
}) {
  const size = FONT * unit;
  const wanted = features.map((feature) => {
    const { edge, fromMm, toMm, label } = feature;
    const side = panelEdges(outline).includes(edge) ? sideOf(outline, feature) : "top";
    const sideways = side === "left" || side === "right";
    const inMm = bandDepth + (sideways ? 1.5 : 3.4) * unit;
    const at = panelEdges(outline).includes(edge)
      ? pointOnEdge(outline, edge, middleMm(outline, feature), inMm)
      : { xMm: 0, yMm: 0 };
    const share = at.xMm / outline.widthMm;
    const anchor =
      side === "left" || (!sideways && share < 0.3)
        ? "start"
        : side === "right" || (!sideways && share > 0.7)
          ? "end"
          : "middle";
    if (!sideways && edge !== "rim") at.xMm = anchor === "start" ? fromMm : anchor === "end" ? toMm : at.xMm;
    const width = LETTER * size * label.length;
    const x = anchor === "start" ? at.xMm : anchor === "end" ? at.xMm - width : at.xMm - width / 2;
    const up = side === "bottom" || (sideways && at.yMm > outline.heightMm / 2);
    return {
      label: {
        box: { x, y: at.yMm - size / 2, width, height: size },
        step: { dx: 0, dy: up ? -size : size },
      },
      anchor,
    } as const;
  });
  const boxes = labelsApart(
    wanted.map(({ label }) => label),
    windows.map(windowRect),
  );
  return features.map((feature, i) => {
    const { x, y, width, height } = boxes[i]!;
    const { anchor } = wanted[i]!;
    return (
      <text
        key={`${i} ${feature.edge} ${feature.kind}`}
        x={anchor === "start" ? x : anchor === "end" ? x + width : x + width / 2}
        y={y + height / 2}
        fontSize={size}
        textAnchor={anchor}
        dominantBaseline="middle"
        fill="var(--ink)"
        pointerEvents="none"
      >
        {term(feature.label)}
      </text>
    );
  });
}
