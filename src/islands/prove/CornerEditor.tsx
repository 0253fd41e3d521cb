import { useEffect, useRef, type PointerEvent } from "react";
import type { Photo } from "../../../core/prove/picture.ts";
import { mapCorners, type Corners } from "../../../core/prove/square-up.ts";
import { t } from "../../../words/prove.ts";

/** The photo with its four corners, each to be dragged onto the panel's. */
export function CornerEditor({
  photo,
  corners,
  onChange,
}: {
  photo: Photo;
  corners: Corners;
  onChange: (corners: Corners) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const held = useRef<number | null>(null);
  useEffect(() => {
    const { width, height } = photo;
    const target = canvas.current!;
    [target.width, target.height] = [width, height];
    target
      .getContext("2d")!
      .putImageData(new ImageData(photo.rgba as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  }, [photo]);
  const place = (event: PointerEvent<SVGSVGElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const within = (share: number, most: number) => Math.min(1, Math.max(0, share)) * most;
    return {
      x: within((event.clientX - left) / width, photo.width),
      y: within((event.clientY - top) / height, photo.height),
    };
  };
  const reach = Math.max(photo.width, photo.height) / 40;
  return (
    // All four corners in sight at once, whatever the photo's shape.
    <div className="relative" style={{ maxWidth: `calc(50vh * ${photo.width / photo.height})` }}>
      <canvas ref={canvas} className="block w-full" />
      <svg
        viewBox={`0 0 ${photo.width} ${photo.height}`}
        className="absolute inset-0 size-full touch-none"
        role="img"
        aria-label={t("corners-of-the-panel-in-the-photo")}
        onPointerDown={(event) => {
          const at = place(event);
          const far = (i: number) => Math.hypot(corners[i]!.x - at.x, corners[i]!.y - at.y);
          held.current = [0, 1, 2, 3].reduce((a, b) => (far(b) < far(a) ? b : a));
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          if (held.current === null) return;
          onChange(mapCorners(corners, (corner, i) => (i === held.current ? place(event) : corner)));
        }}
        onPointerUp={() => (held.current = null)}
        onPointerCancel={() => (held.current = null)}
      >
        <polygon
          points={corners.map(({ x, y }) => `${x},${y}`).join(" ")}
          fill="none"
          stroke="var(--light)"
          strokeWidth={reach / 4}
        />
        {corners.map(({ x, y }, i) => (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={reach}
            fill="var(--raised)"
            fillOpacity={0.5}
            stroke="var(--light)"
            strokeWidth={reach / 4}
          />
        ))}
      </svg>
    </div>
  );
}
