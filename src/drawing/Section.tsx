import { useId } from "react";
import { materialOf, type Family } from "../../core/stack/family.ts";
import { hatch, Hatches, hues } from "./Hatches.tsx";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

const BAR = 130;
const WIDTH = 390;

/** Height on the drawing: grows with the root of the thickness, so that a film beside glass can still be read. */
const barHeight = (thicknessUm: number) => Math.min(96, Math.max(26, 10 + 1.5 * Math.sqrt(thicknessUm)));

export const thicknessText = (um: number) =>
  um >= 1_000 ? `${Number((um / 1_000).toFixed(2))} mm` : `${um} µm`;

/** The upper outline of a lifted layer: flat to the front, then curving away. */
function lifted(front: number, liftHeight: number, y: number): string {
  const points = Array.from({ length: 13 }, (_, i) => {
    const share = i / 12;
    return `${front + (BAR - front) * share},${y - liftHeight * share ** 1.7}`;
  });
  return points.join(" ");
}

/** The stack from the side, viewer's side up; above the seam the layers open at one end as the lift goes on. */
export function Section({
  family,
  seam,
  openShare = 0,
  gone = "nothing",
  fills = false,
  selected,
  onSelect,
  title,
}: {
  family: Pick<Family, "stack" | "ownMaterials">;
  seam?: string;
  /** How much of the cut is done, 0 to 1. */
  openShare?: number;
  /** What is off: what lies above the seam, and the glue of the seam as well. It stands there in outline only. */
  gone?: "nothing" | "above" | "with glue";
  /** As large as what it stands in. */
  fills?: boolean;
  /** Which layer is marked, and what a tap on one does. */
  selected?: number | undefined;
  onSelect?: (index: number) => void;
  title: string;
}) {
  const prefix = useId();
  const { stack } = family;
  const heights = stack.map((layer) => barHeight(layer.thicknessUm));
  const seamIndex = stack.findIndex((layer) => layer.name === seam);
  const liftHeight = seamIndex > 0 ? 46 * openShare : 0;
  const top = 10 + liftHeight;
  const front = BAR * (1 - 0.8 * openShare);
  let y = top;
  const rows = stack.map((layer, i) => {
    const row = { layer, y, height: heights[i]!, isLifted: seamIndex > 0 && i < seamIndex && openShare > 0 };
    y += heights[i]!;
    return row;
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${y + 10}`}
      className={fills ? "h-full min-h-0 w-full" : "w-full max-w-120"}
      role="img"
      aria-label={title}
    >
      <Hatches prefix={prefix} unit={0.75} />
      {rows.map(({ layer, y: at, height, isLifted }, i) => {
        const { drawnAs } = materialOf(family, layer.material);
        const isSeam = i === seamIndex;
        const isGone =
          seamIndex > 0 && ((i < seamIndex && gone !== "nothing") || (isSeam && gone === "with glue"));
        const outline = isLifted
          ? `0,${at} ${lifted(front, liftHeight, at)} ${lifted(front, liftHeight, at + height)
              .split(" ")
              .reverse()
              .join(" ")} 0,${at + height}`
          : `0,${at} ${BAR},${at} ${BAR},${at + height} 0,${at + height}`;
        return (
          <g
            key={`${i} ${layer.name}`}
            className={onSelect && "cursor-pointer"}
            onClick={onSelect && (() => onSelect(i))}
          >
            {i === selected && (
              <rect x={-3} y={at + 1} width={WIDTH} height={height - 2} fill="var(--line)" opacity={0.6} />
            )}
            <polygon points={outline} fill={isGone ? "none" : "var(--raised)"} />
            <polygon
              points={outline}
              fill={isGone ? "none" : hatch(prefix, drawnAs)}
              stroke={isGone ? "var(--soft)" : isSeam ? "var(--heat)" : hues[drawnAs]}
              strokeWidth={isSeam && !isGone ? 3.5 : 1.5}
              strokeDasharray={isGone ? "5 5" : undefined}
              strokeLinejoin="round"
            />
            <text
              x={BAR + 12}
              y={at + height / 2}
              fontSize="17"
              dominantBaseline="central"
              fill={isGone ? "var(--soft)" : "var(--ink)"}
              fontWeight={isSeam && !isGone ? 600 : 400}
            >
              {term(layer.name)}
              {isGone && <tspan fontSize="14.5"> {t("off")}</tspan>}
              <tspan dx="7" fontSize="14.5" fontWeight={400} fill="var(--soft)">
                {thicknessText(layer.thicknessUm)}
              </tspan>
            </text>
          </g>
        );
      })}
    </svg>
  );
}
