import { useEffect, useRef } from "react";

/** How much of something each place of a panel has, painted by rows; in another colour where it has all of it. */
export function ShareMap({
  columns,
  rows,
  shares,
  over,
  some,
  whole,
}: {
  columns: number;
  rows: number;
  shares: ArrayLike<number> | null;
  /** How far the map goes over the panel's edge, as a share of its sides. */
  over: { x: number; y: number };
  /** Colours by their names: of a part, and of all. */
  some: string;
  whole: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context) return;
    const style = getComputedStyle(canvas.current);
    context.clearRect(0, 0, columns, rows);
    if (!shares) return;
    const colours = [some, whole].map((name) => style.getPropertyValue(name));
    for (let k = 0; k < columns * rows; k += 1) {
      const share = shares[k] ?? 0;
      context.globalAlpha = share >= 1 ? 1 : 0.75 * share;
      context.fillStyle = colours[share >= 1 ? 1 : 0]!;
      context.fillRect(k % columns, Math.floor(k / columns), 1, 1);
    }
  }, [columns, rows, shares, some, whole]);
  const percent = (share: number) => `${100 * share}%`;
  return (
    <canvas
      ref={canvas}
      width={columns}
      height={rows}
      className="absolute [image-rendering:pixelated]"
      style={{
        left: percent(-over.x),
        top: percent(-over.y),
        width: percent(1 + 2 * over.x),
        height: percent(1 + 2 * over.y),
      }}
    />
  );
}
