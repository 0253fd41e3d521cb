import { memo, type KeyboardEvent } from "react";
import type { Damage, PanelPoint } from "../../core/intake/damage.ts";
import type { EdgeSegment } from "../../core/lift/edge-plan.ts";
import type { Span } from "../../core/lift/lift-plan.ts";
import type { Family } from "../../core/stack/family.ts";
import type { Edge, Outline } from "../../core/stack/outline.ts";
import { DamageMark } from "./DamageMark.tsx";
import { beside } from "./edge-geometry.ts";
import { PlanFrame } from "./PlanFrame.tsx";

export interface PlanSegment extends EdgeSegment {
  status: "cut" | "next" | "later";
}

/** The panel from the viewer's side: what is in the way, what is broken, and the cut in its order. */
export const Plan = memo(function Plan({
  family,
  damage = [],
  segments = [],
  reach = [],
  picks = [],
  wire,
  onCut,
  title,
}: {
  family: Pick<Family, "outline" | "borderMm" | "features" | "windows">;
  damage?: readonly Damage[];
  segments?: readonly PlanSegment[];
  /** What this window still allows: it shrinks while the window runs. */
  reach?: readonly Span[];
  /** Picks that stand in what is open. */
  picks?: readonly { edge: Edge; atMm: number }[];
  /** Where a wire lies now. */
  wire?: { from: PanelPoint; to: PanelPoint };
  /** Called where a stretch that is not cut yet is tapped. */
  onCut?: (segment: EdgeSegment) => void;
  title: string;
}) {
  const { outline, borderMm, features, windows } = family;
  return (
    <PlanFrame
      {...{ outline, borderMm, features, windows, title }}
      marginUnits={segments.length > 0 ? 15 : 4}
      role={onCut ? "group" : "img"}
    >
      {({ unit, prefix }) => (
        <>
          {damage.map((marked, i) => (
            <DamageMark key={i} {...{ marked, unit, prefix }} />
          ))}
          {reach.map(({ edge, fromMm, toMm }) => {
            const [from, to] = [beside(outline, edge, fromMm, 0), beside(outline, edge, toMm, 0)];
            return (
              <line
                key={`${edge} ${fromMm}`}
                data-testid="reach"
                x1={from.x}
                y1={from.y}
                x2={to.x}
                y2={to.y}
                stroke="var(--heat)"
                strokeWidth={3 * unit}
                strokeLinecap="round"
              />
            );
          })}
          {wire && (
            <line
              data-testid="wire"
              x1={wire.from.xMm}
              y1={wire.from.yMm}
              x2={wire.to.xMm}
              y2={wire.to.yMm}
              stroke="var(--ink)"
              strokeWidth={0.8 * unit}
            />
          )}
          {picks.map(({ edge, atMm }) => {
            const [tip, left, right] = [
              beside(outline, edge, atMm, -3.4 * unit),
              beside(outline, edge, atMm - 1.3 * unit, 0.6 * unit),
              beside(outline, edge, atMm + 1.3 * unit, 0.6 * unit),
            ];
            return (
              <path
                key={`${edge} ${atMm}`}
                data-testid="pick"
                d={`M${tip.x} ${tip.y} L${left.x} ${left.y} L${right.x} ${right.y} Z`}
                fill="var(--ink)"
                stroke="var(--ground)"
                strokeWidth={0.4 * unit}
              />
            );
          })}
          {segments.map((segment) => (
            <Stretch key={segment.order} {...{ outline, segment, unit, onCut }} />
          ))}
        </>
      )}
    </PlanFrame>
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
  const { edge, fromMm, toMm, status, order, pace } = segment;
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
  const isThick = pace !== "thin" && status !== "cut";
  const thick = isThick && [
    beside(outline, edge, fromMm, -1.5 * unit),
    beside(outline, edge, toMm, -1.5 * unit),
  ];
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
      {thick && (
        <line
          data-testid="thick"
          x1={thick[0]!.x}
          y1={thick[0]!.y}
          x2={thick[1]!.x}
          y2={thick[1]!.y}
          stroke="var(--liquid)"
          strokeWidth={3 * unit}
          strokeDasharray={`${0.8 * unit} ${0.8 * unit}`}
        />
      )}
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
