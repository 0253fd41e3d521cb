import type { ReactNode } from "react";
import type { Corners } from "../../core/prove/square-up.ts";

/** Drawn over the picture in pixels of the frame: where the panel was found, and what else is to be seen there. */
export function FrameOverlay({
  width,
  height,
  corners,
  hue = "var(--light)",
  children,
}: {
  width: number;
  height: number;
  corners: Corners | null;
  hue?: string;
  children?: ReactNode;
}) {
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 size-full"
    >
      {corners && (
        <polygon
          points={corners.map(({ x, y }) => `${x},${y}`).join(" ")}
          fill="none"
          stroke={hue}
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {children}
    </svg>
  );
}
