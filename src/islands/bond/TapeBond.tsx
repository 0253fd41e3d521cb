import { tapePlan, type TapePlan } from "../../../core/bond/tape-plan.ts";
import { tapePractice } from "../../../core/materials/adhesives.ts";
import { oppositeEdge } from "../../../core/stack/outline.ts";
import { listed } from "../../../core/words.ts";
import { beside } from "../../drawing/edge-geometry.ts";
import { hatch } from "../../drawing/Hatches.tsx";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { Assumed, Duration, Figure, Length } from "../../ui/quantity.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { LotChoice } from "../lots/LotChoice.tsx";

/** The strips on the frame, and at each edge when its liner comes off. */
function TapeDrawing({ family, plan }: { family: PanelProps["family"]; plan: TapePlan }) {
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
      title={`Tape on the frame of ${family.code}: liners off ${plan.liners.join(", ")}`}
    >
      {({ unit, prefix }) => (
        <>
          {plan.strips.map(({ edge, fromMm: from, lengthMm }) => {
            const isFlat = edge === "top" || edge === "bottom";
            const near =
              edge === "top" || edge === "left"
                ? clear
                : (isFlat ? outline.heightMm : outline.widthMm) - clear - widthMm;
            return (
              <rect
                key={`${edge} ${from}`}
                data-testid="strip"
                x={isFlat ? from : near}
                y={isFlat ? near : from}
                width={isFlat ? lengthMm : widthMm}
                height={isFlat ? widthMm : lengthMm}
                fill={hatch(prefix, "glue")}
                stroke="var(--liquid)"
                strokeWidth={0.4 * unit}
              />
            );
          })}
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

/** The perimeter-tape school: which tape, where its strips end, which liner when, how hard and how long. */
export function TapeBond(props: PanelProps) {
  const { family } = props;
  const plan = tapePlan(family);
  const last = plan.liners.at(-1)!;
  return (
    <>
      <p className="answer" data-testid="answer">
        {plan.widestMm === null ? (
          "No tape fits this border: leave the frame bare or widen it"
        ) : (
          <>
            Tape up to <Length mm={plan.widestMm} digits={1} /> wide, <Length mm={plan.lengthMm} /> of it
          </>
        )}
      </p>
      <p className="mt-1 text-lg">
        Border <Length mm={family.borderMm} digits={1} />, and{" "}
        <Assumed source={tapePractice.clearMm.source.text}>
          <Length mm={tapePractice.clearMm.value} digits={1} /> clear
        </Assumed>{" "}
        of the picture and of the frame's rim. Long strips end to end, short ones butt between them with{" "}
        <Assumed source={tapePractice.cornerGapMm.source.text}>
          <Length mm={tapePractice.cornerGapMm.value} digits={1} /> at each corner
        </Assumed>
        .
      </p>
      <div className="mt-4 grid gap-6 lg:grid-cols-2">
        <TapeDrawing family={family} plan={plan} />
        <div>
          <p className="text-lg">
            Liners off: {listed(plan.liners.slice(0, -1))}; the {last} edge stays covered until the glass
            lies, because it closes from there, towards the {oppositeEdge[last]}.
          </p>
          {plan.pressN !== null && (
            <p className="mt-2">
              Squeeze for <Duration s={plan.dwellS} />:{" "}
              <Assumed source={tapePractice.pressureKpa.source.text}>
                <Figure value={tapePractice.pressureKpa.value} unit="kPa" />
              </Assumed>{" "}
              on the tape are <Figure value={plan.pressN} unit="N" /> all round: a stretch at a time, by thumb
              or roller, never on the picture. It is at full strength after{" "}
              <Assumed source={tapePractice.fullStrengthH.source.text}>
                <Figure value={tapePractice.fullStrengthH.value} unit="h" />
              </Assumed>
              .
            </p>
          )}
          <LotChoice {...props} kind="tape" stage="bond" title="Tape from the shelf" />
        </div>
      </div>
    </>
  );
}
