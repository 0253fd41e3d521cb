import { useEffect, useMemo, useState } from "react";
import { cureExposure, cureInput, cureSettings } from "../../../core/cure/cure-exposure.ts";
import { exposureDraft } from "../../../core/job/stages/cure.ts";
import { runningTimers, secondsLeft } from "../../../core/job/fold.ts";
import { benchLamp, liquidAdhesive } from "../../../core/materials/adhesives.ts";
import { Field } from "../../ui/Field.tsx";
import { Assumed, Duration, Figure } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "./panel.ts";

const LEAST = 0.1;
const MOST = 100_000;

export function CurePanel({ code, family, state, nowMs, live, send, offer }: PanelProps) {
  const lastReading = state.readings.filter((reading) => reading.quantity === "irradiance").at(-1);
  const [typed, setTyped] = useDraft(`${code} irradiance`, "");
  const [fault, setFault] = useState<string>();
  const number = Number(typed.trim().replace(",", "."));
  const isGood = typed.trim() !== "" && Number.isFinite(number) && number >= LEAST && number <= MOST;
  const chosen = useMemo(
    () => ({ ...cureSettings(state), ...(isGood ? { irradianceMwCm2: number } : {}) }),
    [state, isGood, number],
  );
  const exposure = useMemo(() => cureExposure(family, chosen), [family, chosen]);
  const input = cureInput(family, chosen);
  const irradianceMwCm2 = input.irradianceMwCm2!;
  const draft = useMemo(() => () => exposureDraft(family, chosen), [family, chosen]);
  useEffect(() => offer("exposure", draft), [offer, draft]);
  const [timer] = runningTimers(state).filter((t) => t.stage === "cure");

  return (
    <>
      <p className="answer" data-testid="answer">
        {timer ? (
          secondsLeft(timer, nowMs) > 0 ? (
            <>
              {timer.label}: <Duration s={secondsLeft(timer, nowMs)} /> left
            </>
          ) : (
            `${timer.label} is done: lamp off`
          )
        ) : exposure.exposureS === null ? (
          "No light arrives at the glue line"
        ) : (
          <>
            <Duration s={exposure.exposureS} /> on the face, <Duration s={exposure.tackS ?? 0} /> to tack
          </>
        )}
      </p>
      <p className="mt-1 text-lg">
        {exposure.borderExposureS === null ? (
          "Under the border no light arrives from above: cure it from the side."
        ) : (
          <>
            From above the border would take <Duration s={exposure.borderExposureS} />: cure it from the side
            instead.
          </>
        )}
      </p>
      <form
        className="mt-4 max-w-md"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isGood) {
            setFault(
              `Irradiance: ${typed.trim() || "nothing"} must be a number from ${LEAST} to ${MOST} mW/cm²`,
            );
            return;
          }
          setFault(undefined);
          const values = [{ at: new Date().toISOString(), value: number }];
          if (
            send({
              stage: "cure",
              kind: "reading-taken",
              data: { quantity: "irradiance", source: "hand", values },
            }) &&
            send(draft())
          ) {
            setTyped("");
          }
        }}
      >
        <Field
          label="Irradiance at the glass, mW/cm²"
          fault={fault}
          hint={
            lastReading
              ? `Last read on this job: ${lastReading.value} mW/cm²`
              : "Not read on this job yet. Lamps age: read it each day."
          }
        >
          {(attributes) => (
            <div className="flex gap-2">
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                placeholder={String(irradianceMwCm2)}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
              <button type="submit" className="control" disabled={!live}>
                Use this reading
              </button>
            </div>
          )}
        </Field>
      </form>
      <p className="mt-4">
        For{" "}
        <Assumed source={liquidAdhesive.requiredMjCm2.source.text}>
          <Figure value={input.requiredMjCm2} unit="mJ/cm²" />
        </Assumed>{" "}
        at the glue line, through a cover that lets{" "}
        <Assumed source={benchLamp.coverTransmittancePct.source.text}>
          <Figure value={input.coverTransmittancePct} unit="%" />
        </Assumed>{" "}
        pass: <Figure value={exposure.minMwCm2} unit="mW/cm²" digits={1} /> arrive
        {lastReading || isGood ? "" : ", with a lamp that nobody has read yet (assumed)"}.
      </p>
    </>
  );
}
