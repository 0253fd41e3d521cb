import { memo } from "react";
import { lampPlaces } from "../../../core/cure/cure-exposure.ts";
import type { calculateCureDose } from "../../../core/cure/cure-dose.ts";
import type { Family } from "../../../core/stack/family.ts";
import { FieldMap } from "../../drawing/FieldMap.tsx";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { t } from "../../../words/cure.ts";

const STEPS = 10;
/** From the ground to the light's own hue. */
const fills = Array.from(
  { length: STEPS },
  (_, i) => `color-mix(in oklab, var(--light) ${Math.round((85 * (i + 0.5)) / STEPS)}%, var(--raised))`,
);

/** Light at the glue line as a map: the brightest place full, the border in its shadow, the worst place marked, the lamp's places numbered. */
export const DoseMap = memo(function DoseMap({
  family,
  dose,
  places,
  lit,
  fills: isFilling = false,
}: {
  family: Family;
  dose: ReturnType<typeof calculateCureDose>;
  places: number;
  /** Which place the lamp stands over now, from 1. */
  lit: number | null;
  fills?: boolean;
}) {
  const { map, maxMwCm2, minMwCm2, worst } = dose;
  if (maxMwCm2 <= 0) return null;
  return (
    <PlanFrame
      outline={family.outline}
      borderMm={family.borderMm}
      windows={family.windows}
      labels={false}
      fills={isFilling}
      title={t("light-at-the-glue-line-of-to", {
        code: family.code,
        minMwCm2: minMwCm2.toFixed(1),
        maxMwCm2: maxMwCm2.toFixed(1),
      })}
    >
      {({ unit, clipPath }) => (
        <>
          <g clipPath={clipPath}>
            <FieldMap
              testId="dose"
              rows={map.mwCm2.map((row) => row.map((value) => value / maxMwCm2))}
              xMm={map.xMm}
              yMm={map.yMm}
              fills={fills}
            />
          </g>
          {dose.uniformityPct !== null && dose.uniformityPct < 99.5 && (
            <g stroke="var(--danger)" strokeWidth={0.8 * unit} fill="none" data-testid="worst">
              <circle cx={worst.xMm} cy={worst.yMm} r={2 * unit} />
              <path
                d={`M${worst.xMm - 3 * unit} ${worst.yMm}h${6 * unit}M${worst.xMm} ${worst.yMm - 3 * unit}v${6 * unit}`}
              />
            </g>
          )}
          {lampPlaces(family, places).map(({ xMm, yMm }, i) => (
            <g key={i} data-testid="lamp-place">
              <circle
                cx={xMm}
                cy={yMm}
                r={3.6 * unit}
                fill={lit === i + 1 ? "var(--ink)" : "var(--raised)"}
                stroke="var(--ink)"
                strokeWidth={0.6 * unit}
              />
              <text
                x={xMm}
                y={yMm}
                fontSize={4.2 * unit}
                textAnchor="middle"
                dominantBaseline="central"
                fontWeight={600}
                fill={lit === i + 1 ? "var(--ground)" : "var(--ink)"}
              >
                {i + 1}
              </text>
            </g>
          ))}
        </>
      )}
    </PlanFrame>
  );
});
