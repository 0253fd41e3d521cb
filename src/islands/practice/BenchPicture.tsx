import type { ReactNode } from "react";
import type { PracticePlace } from "../../../core/practice/exercise.ts";
import type { Bench } from "./exercise-view.ts";

/** A panel on the bench: what lies on its face, and what is drawn over all of it in mm. */
export function BenchPicture({
  bench: { fromX, fromY, widthMm, heightMm },
  panel,
  onPanel,
  children,
}: {
  bench: Bench;
  panel: { widthMm: number; heightMm: number };
  onPanel?: ReactNode;
  children: ReactNode;
}) {
  const percent = (part: number, whole: number) => `${(100 * part) / whole}%`;
  return (
    <div
      className="relative overflow-hidden"
      style={{
        aspectRatio: `${widthMm} / ${heightMm}`,
        width: `min(100cqw, calc(100cqh * ${widthMm / heightMm}))`,
      }}
    >
      <div
        className="absolute overflow-hidden bg-raised"
        style={{
          left: percent(-fromX, widthMm),
          top: percent(-fromY, heightMm),
          width: percent(panel.widthMm, widthMm),
          height: percent(panel.heightMm, heightMm),
        }}
      >
        {onPanel}
      </div>
      <svg
        viewBox={`${fromX} ${fromY} ${widthMm} ${heightMm}`}
        className="absolute inset-0 size-full"
        aria-hidden
      >
        {children}
      </svg>
    </div>
  );
}

/** The place that a loss is about. */
export const LostPlace = ({ at }: { at: PracticePlace }) => (
  <path
    d={`M${at.xMm - 4} ${at.yMm - 4}l8 8m0 -8l-8 8`}
    stroke="var(--danger)"
    strokeWidth={1.5}
    fill="none"
  />
);
