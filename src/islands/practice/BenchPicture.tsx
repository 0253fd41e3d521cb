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

/** The place that a loss is about; its mark is as large as is seen on a bench of such a width. */
export const LostPlace = ({ at, bench }: { at: PracticePlace; bench: Bench }) => {
  const half = bench.widthMm / 40;
  const [x, y, all] = [at.xMm - half, at.yMm - half, 2 * half];
  return (
    <path
      d={`M${x} ${y}l${all} ${all}m0 ${-all}l${-all} ${all}`}
      stroke="var(--danger)"
      strokeWidth={half / 3}
      fill="none"
    />
  );
};
