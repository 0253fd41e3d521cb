import { useState } from "react";
import { calculateAdhesiveDose } from "../../../core/bond/adhesive-dose.ts";
import { adhesiveNow } from "../../../core/bond/adhesive-now.ts";
import { bondDoseInput } from "../../../core/bond/bond-dose.ts";
import type { Problem } from "../../../server/problem.ts";
import { useInstrument } from "../../instruments/serial-instruments.ts";
import { Field } from "../../ui/Field.tsx";
import { Figure, Length } from "../../ui/quantity.tsx";
import { asTyped, typedWithin } from "../../ui/typed-number.ts";
import type { ToolProps } from "../work/instrument.ts";
import { t } from "../../../words/bond.ts";

/** Nearer than this to the dose nobody lays, g and share. Assumed: a scale of hundredths, and what an edge forgives. */
const NEAR_G = 0.01;
const NEAR_SHARE = 0.03;
const MASS = [0, 5_000] as const;

/** Weighs what lies on the panel, by the scale or by hand, and says what is still to be laid or to be taken off. */
export function ScaleWeigh({ code, scene, mayTell, tell }: ToolProps) {
  const { dose } = scene.state.bond;
  const {
    massG: wantedG,
    volumeMl,
    beadMm,
  } = calculateAdhesiveDose(
    bondDoseInput(scene.family, dose ? { gapUm: dose.gapUm } : {}, adhesiveNow(scene)),
  );
  const weighed = scene.state.records.readings.filter(({ quantity }) => quantity === "mass");
  const last = weighed.at(-1);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState<string>();
  const [fault, setFault] = useState<string>();
  const scale = useInstrument("mass");
  const keep = (value: number, source: "hand" | "simulated" | "logger") =>
    tell("reading-taken", {
      quantity: "mass",
      source,
      values: [{ at: new Date().toISOString(), value }],
    });
  const read = async () => {
    setSaid(undefined);
    try {
      const answer = await fetch(`/api/jobs/${code}/scale?aim=${wantedG}&topUps=${weighed.length}`);
      const told = (await answer.json()) as { massG: number } & Problem;
      if (answer.ok) keep(told.massG, "simulated");
      else setSaid(told.detail);
    } catch {
      setSaid(t("the-scale-does-not-answer-weigh-by"));
    }
  };
  const offG = last ? last.value - wantedG : 0;
  const isNear = Math.abs(offG) <= Math.max(NEAR_G, NEAR_SHARE * wantedG);
  const share = Math.abs(offG) / wantedG;
  return (
    <section aria-label={t("weigh-it")} className="max-w-3xl">
      <p>
        {t("panel-on-the-scale-scale-to-zero")} <Figure value={wantedG} unit="g" digits={3} />.
      </p>
      {last && (
        <p className={`text-lg ${isNear ? "text-done" : "text-danger"}`} role="status" data-testid="weighed">
          <Figure value={last.value} unit="g" digits={3} />
          {last.source === "simulated" ? ` ${t("simulated")}` : ""}:{" "}
          {isNear ? (
            t("that-is-it")
          ) : offG < 0 ? (
            <>
              <Figure value={-offG} unit="g" digits={3} /> {t("short-lay")}{" "}
              <Figure value={share * volumeMl} unit="ml" digits={3} /> {t("more")}
              {beadMm === null ? null : (
                <>
                  , <Length mm={share * beadMm} /> {t("of-bead")}
                </>
              )}
              {t("and-weigh-again")}
            </>
          ) : (
            <>
              <Figure value={offG} unit="g" digits={3} /> {t("too-much-take")}{" "}
              <Figure value={share * volumeMl} unit="ml" digits={3} /> {t("off-or-let-it-run-out")}
            </>
          )}
        </p>
      )}
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const value = typedWithin(typed, MASS);
          if (value === null) {
            setFault(
              t("mass-must-be-a-number-from-to", {
                typed: asTyped(typed),
                MASS: MASS[0],
                MASS2: MASS[1],
              }),
            );
          } else if (keep(value, "hand")) {
            setTyped("");
            setFault(undefined);
          }
        }}
      >
        {scale?.last ? (
          <button
            type="button"
            className="control-strong"
            disabled={!mayTell || scale.status !== "joined"}
            onClick={() => keep(scale.last!.value, "logger")}
          >
            {t("save-what-the-scale-shows", { massG: scale.last.value })}
          </button>
        ) : (
          <button type="button" className="control" disabled={!mayTell} onClick={() => void read()}>
            {t("read-the-scale-simulated")}
          </button>
        )}
        <div className="sm:max-w-64">
          <Field label={t("or-by-hand-g")} fault={fault}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
            )}
          </Field>
        </div>
        <button type="submit" className="control" disabled={!mayTell}>
          {t("save-this-weight")}
        </button>
      </form>
      {said && <p role="alert">{said}</p>}
    </section>
  );
}
