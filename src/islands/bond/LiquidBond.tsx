import { useEffect, useMemo } from "react";
import { calculateAdhesiveDose } from "../../../core/bond/adhesive-dose.ts";
import type { AdhesiveInUse } from "../../../core/bond/adhesive-in-use.ts";
import { bondDoseInput } from "../../../core/bond/bond-dose.ts";
import { loweringOf, settleS } from "../../../core/bond/lowering.ts";
import { doseDraft, roundMl } from "../../../core/job/stages/bond.ts";
import { bondPractice } from "../../../core/materials/adhesives.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { Assumed, Duration, Figure, Length } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";
import { AlignGauge } from "./AlignGauge.tsx";
import { BondParts } from "./BondParts.tsx";
import { BubblePlan } from "./BubblePlan.tsx";
import { LotChoice } from "../lots/LotChoice.tsx";
import { PatternBench } from "./PatternBench.tsx";
import { ScaleWeigh } from "./ScaleWeigh.tsx";
import { SpreadTest } from "./SpreadTest.tsx";

/** How thick the liquid is: measured, or assumed and said so. */
function Thickness({ adhesive: { nowPaS, assumed } }: { adhesive: AdhesiveInUse }) {
  const figure = <Figure value={nowPaS} unit="Pa s" digits={2} />;
  return assumed === null ? <>{figure} (measured)</> : <Assumed source={assumed}>{figure}</Assumed>;
}

/** The liquid school: how much, in which pattern, how slowly, does it lie square, are there bubbles. */
export function LiquidBond({ adhesive, ...props }: PanelProps & { adhesive: AdhesiveInUse }) {
  const { code, family, state, live, send, offer } = props;
  const [entered, setEntered] = useDraft<{ gapUm: number; overflowPct: number } | null>(`${code} bond`, null);
  const input = useMemo(
    () => bondDoseInput(family, { ...state.settings.bond, ...entered }, adhesive),
    [family, state.settings.bond, entered, adhesive],
  );
  const dose = useMemo(() => calculateAdhesiveDose(input), [input]);
  const lowering = useMemo(() => loweringOf(family, adhesive), [family, adhesive]);
  const settlesS = useMemo(() => settleS(family, input.gapUm, adhesive), [family, input.gapUm, adhesive]);
  const { capillaryLimit, pressingN, nozzleInsideMm } = bondPractice;
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
        <Assumed source={nozzleInsideMm.source.text}>
          <Length mm={input.nozzleInsideMm ?? 0} digits={2} /> nozzle
        </Assumed>
        .
      </p>
      <BondParts
        {...props}
        parts={[
          {
            key: "dose",
            title: "Dose",
            steps: ["wipe-again", "lot-adhesive", "dose", "lay"],
            content: (
              <>
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
                <p className="mt-2">
                  For <Figure value={input.areaMm2 / 100} unit="cm²" digits={1} /> of panel, with{" "}
                  <Assumed source={adhesive.shrinkPct.source.text}>
                    <Figure value={input.shrinkPct} unit="%" digits={1} /> shrinkage
                  </Assumed>{" "}
                  and{" "}
                  <Assumed source={adhesive.densityGcm3.source.text}>
                    <Figure value={input.densityGcm3} unit="g/ml" digits={2} />
                  </Assumed>
                  . Under bench light it lies{" "}
                  <Assumed source={adhesive.openTimeMin.source.text}>
                    <Figure value={adhesive.openTimeMin.value} unit="min" /> at most
                  </Assumed>
                  .
                </p>
                <div className="grid gap-x-8 xl:grid-cols-2">
                  <LotChoice {...props} kind="adhesive" stage="bond" title="Bottle from the shelf" />
                  <ScaleWeigh {...props} input={input} />
                </div>
                <SpreadTest {...props} adhesive={adhesive} />
              </>
            ),
          },
          {
            key: "pattern",
            title: "Pattern",
            steps: ["pattern"],
            content: (
              <PatternBench
                {...props}
                gapUm={input.gapUm}
                volumeMl={roundMl(dose.volumeMl)}
                adhesive={adhesive}
              />
            ),
          },
          {
            key: "lower",
            title: "Lower",
            steps: ["lower"],
            content: (
              <>
                <p className="text-lg" data-testid="lowering">
                  <Duration s={lowering.lowerS} /> from the {lowering.first} to the {lowering.towards} edge:
                  the front at most <Figure value={lowering.frontMmS} unit="mm/s" digits={1} />, the far edge{" "}
                  <Figure value={lowering.edgeMmS} unit="mm/s" digits={2} />. {lowering.advice}
                </p>
                <p>
                  With <Thickness adhesive={adhesive} /> and a front that takes no air up to{" "}
                  <Assumed source={capillaryLimit.source.text}>
                    a capillary number of {capillaryLimit.value}
                  </Assumed>
                  . Then <Duration s={settlesS} /> under{" "}
                  <Assumed source={pressingN.source.text}>
                    a weight of <Figure value={pressingN.value} unit="N" />
                  </Assumed>{" "}
                  until it is down to its bond line.
                </p>
              </>
            ),
          },
          { key: "align", title: "Align", steps: ["align"], content: <AlignGauge {...props} /> },
          {
            key: "bubbles",
            title: "Bubbles",
            steps: ["bubbles", "chamber", "bubbles-settled"],
            content: <BubblePlan {...props} gapUm={input.gapUm} adhesive={adhesive} />,
          },
        ]}
      />
    </>
  );
}
