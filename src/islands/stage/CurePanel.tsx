import { useEffect, useMemo, useState } from "react";
import { cureExposure, cureInput, cureSettings } from "../../../core/cure/cure-exposure.ts";
import type { LampLife } from "../../../core/cure/lamp-life.ts";
import { exposureDraft } from "../../../core/job/stages/cure.ts";
import { runningTimers, secondsLeft } from "../../../core/job/fold.ts";
import { benchLamp, liquidAdhesive } from "../../../core/materials/adhesives.ts";
import { Field } from "../../ui/Field.tsx";
import { Assumed, Duration, Figure } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "./panel.ts";

const LEAST = 0.1;
const MOST = 100_000;

/** How the shop's lamp has aged; asked again when one of its readings is added. */
function useShopLamp(readings: number): LampLife | null {
  const [lamp, setLamp] = useState<LampLife | null>(null);
  useEffect(() => {
    void fetch("/api/shop/lamp")
      .then(async (answer) => {
        if (answer.ok) setLamp((await answer.json()) as LampLife | null);
      })
      // Without it the panel reckons with what was read on this job.
      .catch(() => undefined);
  }, [readings]);
  return lamp;
}

/** What the lamp has lost, and when it will be too weak. */
function LampAge({ lamp, exposureS }: { lamp: LampLife; exposureS: number | null }) {
  const { nowPct, replaceAtHours, replaceFromHours, replaceToHours } = lamp;
  const hours = (h: number) => (h < 20 ? h.toFixed(1) : h.toFixed(0));
  return (
    <p className="mt-2" data-testid="lamp">
      By the shop's own readings the lamp is at <Figure value={nowPct} unit="%" /> of new
      {exposureS !== null && nowPct < 98 && (
        <>
          : <Duration s={exposureS} /> instead of <Duration s={(exposureS * nowPct) / 100} />
        </>
      )}
      .{" "}
      {replaceAtHours === null
        ? "It does not fall."
        : `It will be at half after ${hours(replaceAtHours)} h of light (${hours(replaceFromHours!)} to ${replaceToHours === null ? "never" : hours(replaceToHours)}).`}
    </p>
  );
}

export function CurePanel({ code, family, state, nowMs, live, send, offer }: PanelProps) {
  const lastReading = state.readings.filter((reading) => reading.quantity === "irradiance").at(-1);
  const lamp = useShopLamp(state.readings.filter(({ quantity }) => quantity === "irradiance").length);
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
      {lamp && <LampAge lamp={lamp} exposureS={exposure.exposureS} />}
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
              <button type="submit" className="control shrink-0" disabled={!live}>
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
