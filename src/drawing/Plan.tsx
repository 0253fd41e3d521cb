import { memo, useId, type KeyboardEvent } from "react";
import type { EdgeSegment } from "../../core/lift/edge-plan.ts";
import type { Edge, EdgeFeature, Outline } from "../../core/stack/outline.ts";
import { hatch, Hatches, hues } from "./Hatches.tsx";

/** A stretch along an edge as a rectangle inside the outline, `depth` deep. */
function band(outline: Outline, edge: Edge, fromMm: number, toMm: number, depth: number) {
  const [from, length] = [Math.min(fromMm, toMm), Math.abs(toMm - fromMm)];
  switch (edge) {
    case "top":
      return { x: from, y: 0, width: length, height: depth };
    case "bottom":
      return { x: from, y: outline.heightMm - depth, width: length, height: depth };
    case "left":
      return { x: 0, y: from, width: depth, height: length };
    case "right":
      return { x: outline.widthMm - depth, y: from, width: depth, height: length };
  }
}

/** A point `out` outside an edge, at a place along it. */
function beside(outline: Outline, edge: Edge, atMm: number, out: number) {
  switch (edge) {
    case "top":
      return { x: atMm, y: -out };
    case "bottom":
      return { x: atMm, y: outline.heightMm + out };
    case "left":
      return { x: -out, y: atMm };
    case "right":
      return { x: outline.widthMm + out, y: atMm };
  }
}

export interface PlanSegment extends EdgeSegment {
  status: "cut" | "next" | "later";
}

/** The panel from the viewer's side in true proportion: border, what is in the way, the cut in order. */
export const Plan = memo(function Plan({
  outline,
  borderMm,
  features,
  segments = [],
  onCut,
  title,
}: {
  outline: Outline;
  borderMm: number;
  features: readonly EdgeFeature[];
  segments?: readonly PlanSegment[];
  /** Called where a stretch that is not cut yet is tapped. */
  onCut?: (segment: EdgeSegment) => void;
  title: string;
}) {
  const prefix = useId();
  const { widthMm, heightMm, cornerRadiusMm = 0 } = outline;
  // One drawing unit is a hundredth of the longer side plus margins, whatever the panel's size.
  const unit = Math.max(widthMm, heightMm * 1.35) / 100;
  const margin = segments.length > 0 ? 15 * unit : 4 * unit;
  const bandDepth = Math.max(borderMm, 3.2 * unit);
  const inner = { x: borderMm, y: borderMm, width: widthMm - 2 * borderMm, height: heightMm - 2 * borderMm };
  return (
    <svg
      viewBox={`${-margin} ${-margin} ${widthMm + 2 * margin} ${heightMm + 2 * margin}`}
      className="max-h-[52vh] w-full"
      role={onCut ? "group" : "img"}
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
      {borderMm > 0 && (
        <rect
          {...inner}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={0.25 * unit}
          strokeDasharray={`${unit} ${unit}`}
        />
      )}
      {features.map((feature) => {
        const box = band(outline, feature.edge, feature.fromMm, feature.toMm, bandDepth);
        return (
          <rect
            key={`${feature.edge} ${feature.fromMm} ${feature.kind}`}
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
      {features.map((feature) => {
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
            key={`label ${feature.edge} ${feature.fromMm} ${feature.kind}`}
            {...at}
            fontSize={4 * unit}
            textAnchor={anchor}
            dominantBaseline="middle"
            fill="var(--ink)"
          >
            {feature.label}
          </text>
        );
      })}
      {segments.map((segment) => (
        <Stretch key={segment.order} {...{ outline, segment, unit, onCut }} />
      ))}
    </svg>
  );
});

function Stretch({
  outline,
  segment,
  unit,
  onCut,
}: {
  outline: Outline;
  segment: PlanSegment;
  unit: number;
  onCut?: (segment: EdgeSegment) => void;
}) {
  const { edge, fromMm, toMm, status, order } = segment;
  const gap = Math.min(1.1 * unit, Math.abs(toMm - fromMm) / 4) * Math.sign(toMm - fromMm);
  const from = beside(outline, edge, fromMm + gap, 3 * unit);
  const to = beside(outline, edge, toMm - gap, 3 * unit);
  const label = beside(outline, edge, (fromMm + toMm) / 2, 9 * unit);
  const head = beside(outline, edge, toMm - gap - Math.sign(toMm - fromMm) * 2.4 * unit, 4.6 * unit);
  const headInner = beside(outline, edge, toMm - gap - Math.sign(toMm - fromMm) * 2.4 * unit, 1.4 * unit);
  const hue = status === "cut" ? "var(--done)" : status === "next" ? "var(--heat)" : "var(--ink)";
  const canCut = onCut !== undefined && status !== "cut";
  const act = () => canCut && onCut(segment);
  const name = `${status === "cut" ? "Cut" : "Mark as cut"}: ${order}, ${edge} edge ${Math.round(fromMm)} to ${Math.round(toMm)} mm`;
  const line = { x1: from.x, y1: from.y, x2: to.x, y2: to.y };
  return (
    <g
      {...(onCut
        ? {
            role: "button",
            tabIndex: canCut ? 0 : -1,
            "aria-label": name,
            "aria-disabled": !canCut,
            onClick: act,
            onKeyDown: (event: KeyboardEvent) => {
              if (event.key === "Enter") act();
            },
            className: canCut ? "cursor-pointer" : undefined,
          }
        : {})}
    >
      <line {...line} stroke="transparent" strokeWidth={16 * unit} />
      <line
        {...line}
        stroke={hue}
        strokeWidth={(status === "later" ? 0.7 : 1.5) * unit}
        strokeDasharray={status === "cut" ? undefined : `${2.2 * unit} ${1.2 * unit}`}
      />
      <path
        d={`M${head.x} ${head.y} L${to.x} ${to.y} L${headInner.x} ${headInner.y}`}
        stroke={hue}
        strokeWidth={0.9 * unit}
        fill="none"
      />
      <circle
        cx={label.x}
        cy={label.y}
        r={3.6 * unit}
        fill={status === "later" ? "var(--raised)" : hue}
        stroke={hue}
        strokeWidth={0.6 * unit}
      />
      <text
        x={label.x}
        y={label.y}
        fontSize={4.2 * unit}
        textAnchor="middle"
        dominantBaseline="central"
        fontWeight={600}
        fill={status === "later" ? "var(--ink)" : "var(--ground)"}
      >
        {status === "cut" ? "✓" : order}
      </text>
    </g>
  );
}
