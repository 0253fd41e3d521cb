import { useEffect, useMemo, useRef, type ReactNode } from "react";
import { fingersOf, sweepGrid, type SweepHand, type SweepTruth } from "../../../core/practice/sweep.ts";
import type { SeenSweep } from "../../workers/practice.worker.ts";
import { t } from "../../../words/practice.ts";

/** So much of the bench is shown about the panel, mm. */
const AROUND = { left: 25, top: 25, right: 25, bottom: 60 };
const FINGERS = { widthMm: 30, heightMm: 22 };
const SPOT_MM = 9;

/** Where on the bench a point of the screen is, mm from the panel's corner. */
export function benchPoint(box: DOMRect, { panel }: Pick<SweepTruth, "panel">, x: number, y: number) {
  const wide = panel.widthMm + AROUND.left + AROUND.right;
  const tall = panel.heightMm + AROUND.top + AROUND.bottom;
  return {
    xMm: ((x - box.left) / box.width) * wide - AROUND.left,
    yMm: ((y - box.top) / box.height) * tall - AROUND.top,
  };
}

/** The share of its dose that each place has had, painted; whole where it has all of it. */
function paint(canvas: HTMLCanvasElement, shares: Float32Array): void {
  const style = getComputedStyle(canvas);
  const context = canvas.getContext("2d")!;
  context.clearRect(0, 0, canvas.width, canvas.height);
  shares.forEach((share, k) => {
    const [x, y] = [k % canvas.width, Math.floor(k / canvas.width)];
    context.globalAlpha = share >= 1 ? 1 : 0.75 * share;
    context.fillStyle = style.getPropertyValue(share >= 1 ? "--done" : "--light");
    context.fillRect(x, y, 1, 1);
  });
}

/** The panel on the bench with what light it has had, the fingers that hold it, and the torch. */
export function SweepField({
  truth,
  seen,
  isMapShown,
  worst,
  children,
}: {
  truth: SweepTruth;
  seen: SeenSweep | null;
  isMapShown: boolean;
  /** The place that a loss is about. */
  worst: { xMm: number; yMm: number } | null;
  children?: ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { widthMm, heightMm } = truth.panel;
  const { xMm, yMm } = useMemo(() => sweepGrid(truth), [truth]);
  const fingers = fingersOf(truth);
  const hand: SweepHand | undefined = seen?.hand;
  useEffect(() => {
    if (canvas.current) paint(canvas.current, isMapShown && seen ? seen.shares : new Float32Array());
  }, [seen, isMapShown]);
  const [wide, tall] = [widthMm + AROUND.left + AROUND.right, heightMm + AROUND.top + AROUND.bottom];
  const percent = (part: number, whole: number) => `${(100 * part) / whole}%`;
  // A point of the grid is the middle of what is painted for it.
  const [halfX, halfY] = [xMm[1]! / 2, yMm[1]! / 2];
  return (
    <div
      className="relative"
      style={{ aspectRatio: `${wide} / ${tall}`, width: `min(100cqw, calc(100cqh * ${wide / tall}))` }}
    >
      <div
        className="absolute overflow-hidden bg-raised"
        style={{
          left: percent(AROUND.left, wide),
          top: percent(AROUND.top, tall),
          width: percent(widthMm, wide),
          height: percent(heightMm, tall),
        }}
      >
        <canvas
          ref={canvas}
          width={xMm.length}
          height={yMm.length}
          className="absolute [image-rendering:pixelated]"
          style={{
            left: percent(-halfX, widthMm),
            top: percent(-halfY, heightMm),
            width: percent(widthMm + 2 * halfX, widthMm),
            height: percent(heightMm + 2 * halfY, heightMm),
          }}
        />
      </div>
      <svg
        viewBox={`${-AROUND.left} ${-AROUND.top} ${wide} ${tall}`}
        className="absolute inset-0 size-full"
        aria-hidden
      >
        <rect width={widthMm} height={heightMm} fill="none" stroke="var(--ink)" strokeWidth={0.8} />
        <rect
          x={fingers.xMm - FINGERS.widthMm / 2}
          y={fingers.yMm - FINGERS.heightMm / 2}
          width={FINGERS.widthMm}
          height={FINGERS.heightMm}
          fill="none"
          stroke="var(--danger)"
          strokeWidth={0.6}
          strokeDasharray="2 1.5"
        />
        <text x={fingers.xMm} y={fingers.yMm + 1.5} textAnchor="middle" fontSize={5} fill="var(--ink)">
          {t("fingers")}
        </text>
        {worst && (
          <path
            d={`M${worst.xMm - 4} ${worst.yMm - 4}l8 8m0 -8l-8 8`}
            stroke="var(--danger)"
            strokeWidth={1.5}
            fill="none"
          />
        )}
        {hand && (
          <circle
            cx={hand.xMm}
            cy={hand.yMm}
            r={SPOT_MM}
            fill={hand.on ? "var(--light)" : "none"}
            fillOpacity={0.35}
            stroke="var(--ink)"
            strokeWidth={hand.on ? 1.2 : 0.6}
          />
        )}
      </svg>
      {children}
    </div>
  );
}
