import type { HiddenPart } from "../../../core/prove/cannot-see.ts";
import type { Defect } from "../../../core/prove/defects.ts";
import type { Family } from "../../../core/stack/family.ts";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { t } from "../../../words/prove.ts";

/** The squared-up photo on the plan, each defect ringed and numbered; those that do not count are dashed. */
export function DefectPlan({
  family,
  url,
  defects,
  hidden,
  dark,
}: {
  family: Family;
  url: string;
  /** Where the light is darkest, where that is to be shown. */
  dark: { xMm: number; yMm: number } | null;
  defects: readonly (Defect & { counts: boolean })[];
  /** Where nothing can be told. */
  hidden: readonly HiddenPart[];
}) {
  const { outline, borderMm, windows } = family;
  return (
    <PlanFrame
      outline={outline}
      borderMm={borderMm}
      windows={windows}
      labels={false}
      title={t("places-under-the-glass-of", { defects: defects.length, code: family.code })}
    >
      {({ unit }) => (
        <>
          <image href={url} width={outline.widthMm} height={outline.heightMm} preserveAspectRatio="none" />
          {dark && (
            <rect
              x={dark.xMm - outline.widthMm / 16}
              y={dark.yMm - outline.heightMm / 12}
              width={outline.widthMm / 8}
              height={outline.heightMm / 6}
              fill="none"
              stroke="var(--light)"
              strokeWidth={0.7 * unit}
            >
              <title>{t("darkest")}</title>
            </rect>
          )}
          {hidden.map((part) => (
            <rect
              key={`${part.xMm} ${part.yMm}`}
              data-testid="hidden"
              x={part.xMm}
              y={part.yMm}
              width={part.widthMm}
              height={part.heightMm}
              fill="var(--ground)"
              fillOpacity={0.35}
              stroke="var(--film)"
              strokeWidth={0.7 * unit}
              strokeDasharray={`${2 * unit} ${unit}`}
            >
              <title>{t("nothing-is-told-here")}</title>
            </rect>
          ))}
          {defects.map((d, i) => (
            <g key={i} data-testid="defect" opacity={d.counts ? 1 : 0.5}>
              <circle
                cx={d.xMm}
                cy={d.yMm}
                r={Math.max(2.2 * unit, d.lengthMm / 2 + unit)}
                fill="none"
                stroke={d.counts ? "var(--danger)" : "var(--done)"}
                strokeWidth={0.7 * unit}
                strokeDasharray={d.counts ? undefined : `${unit} ${unit}`}
              />
              <text
                x={d.xMm + Math.max(2.6 * unit, d.lengthMm / 2 + 1.4 * unit)}
                y={d.yMm}
                fontSize={4 * unit}
                dominantBaseline="central"
                fill="var(--danger)"
                stroke="var(--raised)"
                strokeWidth={0.8 * unit}
                paintOrder="stroke"
              >
                {i + 1}
              </text>
            </g>
          ))}
        </>
      )}
    </PlanFrame>
  );
}
