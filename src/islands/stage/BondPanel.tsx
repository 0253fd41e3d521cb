import { useEffect, useMemo } from "react";
import { bondDoseInput } from "../../../core/bond/bond-dose.ts";
import { loweringOf, settleS } from "../../../core/bond/lowering.ts";
import { calculateAdhesiveDose } from "../../../core/bond/adhesive-dose.ts";
import { layingPlan } from "../../../core/film/laying.ts";
import { routes } from "../../../core/job/route.ts";
import { doseDraft, roundMl } from "../../../core/job/stages/bond.ts";
import { liquidAdhesive } from "../../../core/materials/adhesives.ts";
import { Assumed, Duration, Figure, Length } from "../../ui/quantity.tsx";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { AlignGauge } from "./AlignGauge.tsx";
import { stepsAnswer } from "./stage-answer.ts";
import type { PanelProps } from "./panel.ts";

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

export function BondPanel(props: PanelProps) {
  if (routes[props.state.route].joins === "film") return <FilmLaying {...props} />;
  if (routes[props.state.route].joins !== "liquid")
    return <p className="answer">{stepsAnswer("bond", props)}</p>;
  return (
    <>
      <LiquidBond {...props} />
      <AlignGauge {...props} />
    </>
  );
}

function LiquidBond({ code, family, state, live, send, offer }: PanelProps) {
  const [entered, setEntered] = useDraft<{ gapUm: number; overflowPct: number } | null>(`${code} bond`, null);
  const input = useMemo(
    () => bondDoseInput(family, { ...state.settings.bond, ...entered }),
    [family, state.settings.bond, entered],
  );
  const dose = useMemo(() => calculateAdhesiveDose(input), [input]);
  const lowering = useMemo(() => loweringOf(family), [family]);
  const settlesS = useMemo(() => settleS(family, input.gapUm), [family, input.gapUm]);
  const { viscosityPaS, capillaryLimit, pressingN } = liquidAdhesive;
  const draft = useMemo(() => () => doseDraft(input), [input]);
  useEffect(() => offer("dose", draft), [offer, draft]);
  const set = (change: { gapUm?: number; overflowPct?: number }) =>
    setEntered({ gapUm: input.gapUm, overflowPct: input.overflowPct, ...change });

  return (
    <>
      <p className="answer" data-testid="answer">
        <Figure value={roundMl(dose.volumeMl)} unit="ml" digits={2} />,{" "}
        <Figure value={dose.massG} unit="g" digits={2} />
      </p>
      <p className="mt-1 text-lg">
        <Length mm={dose.beadMm ?? 0} /> of bead through a{" "}
        <Assumed source={liquidAdhesive.nozzleInsideMm.source.text}>
          <Length mm={input.nozzleInsideMm ?? 0} digits={2} /> nozzle
        </Assumed>
        .
      </p>
      <div className="mt-4 grid max-w-3xl gap-x-8 gap-y-3 sm:grid-cols-2">
        <DialSlider
          label="Bond line"
          value={input.gapUm}
          min={50}
          max={500}
          step={10}
          shown={<Figure value={input.gapUm} unit="µm" />}
          text={`${input.gapUm} micrometres`}
          onChange={(gapUm) => set({ gapUm })}
        />
        <DialSlider
          label="Runs out at the edges"
          value={input.overflowPct}
          min={0}
          max={30}
          step={1}
          shown={<Figure value={input.overflowPct} unit="%" />}
          text={`${input.overflowPct} percent`}
          onChange={(overflowPct) => set({ overflowPct })}
        />
      </div>
      <h2 className="mt-4 text-lg font-semibold">Lower it</h2>
      <p className="text-lg" data-testid="lowering">
        <Duration s={lowering.lowerS} /> from the {lowering.first} to the {lowering.towards} edge: the front
        at most <Figure value={lowering.frontMmS} unit="mm/s" digits={1} />, the far edge{" "}
        <Figure value={lowering.edgeMmS} unit="mm/s" digits={2} />. {lowering.advice}
      </p>
      <p>
        With{" "}
        <Assumed source={viscosityPaS.source.text}>
          <Figure value={viscosityPaS.value} unit="Pa s" digits={1} />
        </Assumed>{" "}
        and a front that takes no air up to{" "}
        <Assumed source={capillaryLimit.source.text}>a capillary number of {capillaryLimit.value}</Assumed>.
        Then <Duration s={settlesS} /> under{" "}
        <Assumed source={pressingN.source.text}>
          a weight of <Figure value={pressingN.value} unit="N" />
        </Assumed>{" "}
        until it is down to its bond line.
      </p>
      {entered !== null && (
        <button
          type="button"
          className="control mt-2"
          disabled={!live}
          onClick={() => send(draft()) && setEntered(null)}
        >
          Use this dose
        </button>
      )}
      <p className="mt-4">
        For <Figure value={input.areaMm2 / 100} unit="cm²" digits={1} /> of panel, with{" "}
        <Assumed source={liquidAdhesive.shrinkPct.source.text}>
          <Figure value={input.shrinkPct} unit="%" digits={1} /> shrinkage
        </Assumed>{" "}
        and{" "}
        <Assumed source={liquidAdhesive.densityGcm3.source.text}>
          <Figure value={input.densityGcm3} unit="g/ml" digits={2} />
        </Assumed>
        . Weigh the syringe before and after, and enter the difference as a reading.
      </p>
    </>
  );
}
