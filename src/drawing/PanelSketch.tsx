import { memo } from "react";
import type { PanelSketch as Sketch } from "../../core/stack/panel-sketch.ts";
import { hues } from "./Hatches.tsx";
import { bandPath, outlinePath } from "./outline-path.ts";
import { windowRect } from "./window-rect.ts";

const WIDTH = 64;
const HEIGHT = 48;
/** The face's place, and the stack's beside it. */
const FACE = 46;
const STACK = 11;
/** The longest side of a face that fills its place, mm: smaller ones are drawn smaller, though never so small as they are. */
const LARGEST_MM = 340;

/** A family so small that it is known at a glance: its face in true proportion, its layers from the side. */
export const PanelSketch = memo(function PanelSketch({
  sketch: { outline, borderMm, features, windows, layers },
  className = "h-12 w-16",
}: {
  sketch: Sketch;
  className?: string;
}) {
  const { widthMm, heightMm } = outline;
  const longestMm = Math.max(widthMm, heightMm);
  const size = Math.min(1, Math.max(0.62, Math.sqrt(longestMm / LARGEST_MM)));
  const unit = longestMm / (FACE * size);
  const line = 1.4 * unit;
  const depth = Math.max(borderMm, 4 * unit);
  const weights = layers.map(({ thicknessUm }) => Math.max(5, Math.sqrt(thicknessUm)));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const tall = 34;
  let y = (HEIGHT - tall) / 2;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={`shrink-0 ${className}`} aria-hidden>
      <g
        transform={`translate(${(FACE - widthMm / unit) / 2 + 1} ${(HEIGHT - heightMm / unit) / 2}) scale(${1 / unit})`}
      >
        <path
          d={outlinePath(outline, 1.5 * unit)}
          fill="var(--raised)"
          fillRule="evenodd"
          stroke="currentColor"
          strokeWidth={line}
        />
        {features.map((feature, i) => (
          <path key={i} d={bandPath(outline, feature, depth)} fill={hues[feature.kind]} />
        ))}
        {windows.map((w, i) => (
          <rect key={i} {...windowRect(w)} fill="none" stroke="currentColor" strokeWidth={unit} />
        ))}
      </g>
      {layers.map(({ drawnAs }, i) => {
        const height = (weights[i]! / total) * tall;
        const at = y;
        y += height;
        return (
          <rect
            key={i}
            x={WIDTH - STACK - 1}
            y={at + 0.4}
            width={STACK}
            height={Math.max(0.8, height - 0.8)}
            fill={drawnAs === "air" ? "none" : hues[drawnAs]}
            stroke={drawnAs === "air" ? "currentColor" : "none"}
            strokeWidth={0.6}
            strokeDasharray="2 1.5"
          />
        );
      })}
    </svg>
  );
});
