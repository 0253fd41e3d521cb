import { useId, type ReactNode, type SVGProps } from "react";
import type { PanelWindow } from "../../core/stack/family.ts";
import type { EdgeFeature, Outline } from "../../core/stack/outline.ts";
import { band } from "./band.ts";
import { beside } from "./edge-geometry.ts";
import { hatch, Hatches, hues } from "./Hatches.tsx";
import { windowRect } from "./window-rect.ts";

/** What the pieces inside a plan need to draw themselves. */
export interface PlanScale {
  /** One drawing unit: a hundredth of the longer side, whatever the panel's size. */
  unit: number;
  /** Before the names of this drawing's hatches. */
  prefix: string;
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
  title: string;
  children?: (scale: PlanScale) => ReactNode;
} & Omit<SVGProps<SVGSVGElement>, "children" | "viewBox">) {
  const prefix = useId();
  const { widthMm, heightMm, cornerRadiusMm = 0 } = outline;
  const unit = planUnit(outline);
  const margin = marginUnits * unit;
  const bandDepth = Math.max(borderMm, 3.2 * unit);
  return (
    <svg
      role="img"
      {...svg}
      viewBox={`${-margin} ${-margin} ${widthMm + 2 * margin} ${heightMm + 2 * margin}`}
      className={`${fills ? "h-full max-h-full" : "max-h-[52vh]"} w-full select-none ${svg.className ?? ""}`}
      aria-label={title}
    >
      <Hatches prefix={prefix} unit={unit * 0.16} />
      <rect
        width={widthMm}
        height={heightMm}
        rx={cornerRadiusMm}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={0.5 * unit}
      />
      {borderMm > 0 && 2 * borderMm < Math.min(widthMm, heightMm) && (
        <rect
          x={borderMm}
          y={borderMm}
          width={widthMm - 2 * borderMm}
          height={heightMm - 2 * borderMm}
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
        const box = band(outline, feature.edge, feature.fromMm, feature.toMm, bandDepth);
        return (
          <rect
            key={`${i} ${feature.edge} ${feature.kind}`}
            {...box}
            fill={hatch(prefix, feature.kind)}
            stroke={hues[feature.kind]}
            strokeWidth={0.35 * unit}
            strokeDasharray={feature.kind === "no-bond" ? `${1.4 * unit} ${unit}` : undefined}
          >
            <title>{`${feature.kind}: ${feature.label}`}</title>
          </rect>
        );
      })}
      {labels &&
        features.map((feature, i) => {
          const middleMm = (feature.fromMm + feature.toMm) / 2;
          const sideways = feature.edge === "left" || feature.edge === "right";
          const at = beside(outline, feature.edge, middleMm, -bandDepth - (sideways ? 1.5 : 3.4) * unit);
          const share = middleMm / widthMm;
          const anchor =
            feature.edge === "left" || (!sideways && share < 0.3)
              ? "start"
              : feature.edge === "right" || (!sideways && share > 0.7)
                ? "end"
                : "middle";
          if (!sideways) at.x = anchor === "start" ? feature.fromMm : anchor === "end" ? feature.toMm : at.x;
          return (
            <text
              key={`label ${i} ${feature.edge} ${feature.kind}`}
              {...at}
              fontSize={4 * unit}
              textAnchor={anchor}
              dominantBaseline="middle"
              fill="var(--ink)"
              pointerEvents="none"
            >
              {feature.label}
            </text>
          );
        })}
      {children?.({ unit, prefix })}
    </svg>
  );
}
