import { useMemo } from "react";
import { adhesiveInUse } from "../../../core/bond/adhesive-in-use.ts";
import { hasLaid } from "../../../core/clean/freshness.ts";
import { layingPlan } from "../../../core/film/laying.ts";
import { routes, schools } from "../../../core/job/route.ts";
import { Length } from "../../ui/quantity.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { stepsAnswer } from "../stage/stage-answer.ts";
import { LiquidBond } from "./LiquidBond.tsx";
import { SheetBond } from "./SheetBond.tsx";
import { TapeBond } from "./TapeBond.tsx";

/** Which edge first, which way, how square. */
function FilmLaying({ family }: PanelProps) {
  const { first, towards, people, skewDeg, skewMm, asideMm } = layingPlan(family);
  return (
    <>
      <p className="answer" data-testid="answer">
        From the {first} edge{people === 2 ? ", by two" : ""}
        {skewDeg !== null && skewMm !== null && (
          <>
            , square to <Length mm={skewMm} digits={1} />
          </>
        )}
      </p>
      <p className="mt-1 text-lg">
        {skewDeg === null
          ? "However it is turned, no edge shows."
          : `More than ${skewDeg.toFixed(1)}° off square, and an edge shows as a bright line.`}{" "}
        Aside it may lie by <Length mm={asideMm} digits={1} />. Rub towards the {towards} edge.
      </p>
      <p className="mt-2">
        Liners: the adhesive side's first, a strip at a time; the face's own stays on until the panel is
        proved.
      </p>
    </>
  );
}

/** Liquid or adhesive film: chosen while nothing is laid yet. */
function SchoolChoice({ state, live, send }: PanelProps) {
  const isFixed = !live || hasLaid(state);
  return (
    <div className="flex flex-wrap gap-2 pb-3" role="group" aria-label="How it is joined">
      {schools.map((school) => (
        <button
          key={school}
          type="button"
          className={state.school === school ? "control-strong" : "control"}
          aria-pressed={state.school === school}
          disabled={isFixed}
          onClick={() =>
            state.school === school || send({ stage: "bond", kind: "school-chosen", data: { school } })
          }
        >
          {school === "liquid" ? "Liquid" : "Adhesive film"}
        </button>
      ))}
    </div>
  );
}

export function BondPanel(props: PanelProps) {
  const { state } = props;
  const { joins } = routes[state.route];
  // The same object as long as what it rests on is the same, or every tick would reckon anew.
  const adhesive = useMemo(
    () => adhesiveInUse({ lots: state.lots, readings: state.readings }),
    [state.lots, state.readings],
  );
  if (joins === "film") return <FilmLaying {...props} />;
  if (joins === "tape") return <TapeBond {...props} />;
  if (joins !== "liquid") return <p className="answer">{stepsAnswer("bond", props)}</p>;
  return (
    <>
      <SchoolChoice {...props} />
      {state.school === "sheet" ? (
        <SheetBond {...props} adhesive={adhesive} />
      ) : (
        <LiquidBond {...props} adhesive={adhesive} />
      )}
    </>
  );
}
