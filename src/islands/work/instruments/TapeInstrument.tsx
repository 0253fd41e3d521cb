import { tapePlan, type TapePlan } from "../../../../core/bond/tape-plan.ts";
import { tapePractice } from "../../../../core/materials/adhesives.ts";
import { oppositeEdge } from "../../../../core/stack/panel-geometry.ts";
import type { Family } from "../../../../core/stack/family.ts";
import { listed } from "../../../../core/words.ts";
import { beside } from "../../../drawing/edge-geometry.ts";
import { hatch } from "../../../drawing/Hatches.tsx";
import { bandPath } from "../../../drawing/outline-path.ts";
import { PlanFrame } from "../../../drawing/PlanFrame.tsx";
import { Duration, Figure, Length } from "../../../ui/quantity.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The strips on the frame, and at each edge when its liner comes off. */
function TapeDrawing({ family, plan }: { family: Family; plan: TapePlan }) {
  const { outline } = family;
  const clear = tapePractice.clearMm.value;
  const widthMm = plan.widestMm ?? 1;
  return (
    <PlanFrame
      outline={outline}
      borderMm={family.borderMm}
      features={family.features}
      windows={family.windows}
      marginUnits={12}
      labels={false}
      fills
      title={t("tape-on-the-frame-of-liners-off", { code: family.code, liners: plan.liners.join(", ") })}
    >
      {({ unit, prefix }) => (
        <>
          {plan.strips.map((strip) => (
            <path
              key={`${strip.edge} ${strip.fromMm}`}
              data-testid="strip"
              d={bandPath(outline, strip, clear + widthMm, clear)}
              fill={hatch(prefix, "glue")}
              stroke="var(--liquid)"
              strokeWidth={0.4 * unit}
            />
          ))}
          {plan.liners.map((edge, i) => {
            const isFlat = edge === "top" || edge === "bottom";
            const at = beside(outline, edge, (isFlat ? outline.widthMm : outline.heightMm) / 2, 6 * unit);
            const isLast = i === plan.liners.length - 1;
            return (
              <g key={edge}>
                <circle
                  cx={at.x}
                  cy={at.y}
                  r={3.6 * unit}
                  fill={isLast ? "var(--ink)" : "var(--raised)"}
                  stroke="var(--ink)"
                  strokeWidth={0.5 * unit}
                />
                <text
                  x={at.x}
                  y={at.y}
                  fontSize={4.2 * unit}
                  textAnchor="middle"
                  dominantBaseline="central"
                  fontWeight={600}
                  fill={isLast ? "var(--ground)" : "var(--ink)"}
                >
                  {i + 1}
                </text>
              </g>
            );
          })}
        </>
      )}
    </PlanFrame>
  );
}

/** The strips on the frame, which liner comes off when, and how hard the tape is pressed. */
export function TapeInstrument({ scene }: InstrumentProps) {
  const { family } = scene;
  const plan = tapePlan(family);
  const last = plan.liners.at(-1)!;
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_18rem] side:grid-rows-1">
      <div className="min-h-0">
        <TapeDrawing family={family} plan={plan} />
      </div>
      <div className="self-center text-lg">
        <p>
          {plan.widestMm === null ? (
            t("no-tape-fits-this-border")
          ) : (
            <>
              {t("tape-up-to")} <Length mm={plan.widestMm} digits={1} /> {t("wide")}{" "}
              <Length mm={plan.lengthMm} /> {t("of-it")}
            </>
          )}
        </p>
        <p className="mt-2">
          {t("liners-off-the-edge-last-it-closes", {
            listed: listed(plan.liners.slice(0, -1)),
            last,
            oppositeEdge: oppositeEdge[last],
          })}
        </p>
        {plan.pressN !== null && (
          <p className="mt-2">
            {t("squeeze")} <Duration s={plan.dwellS} />, <Figure value={plan.pressN} unit="N" />{" "}
            {t("all-round-never-on-the-picture")}
          </p>
        )}
      </div>
    </div>
  );
}
