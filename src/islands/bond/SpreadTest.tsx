import { useState } from "react";
import { adhesiveNow } from "../../../core/bond/adhesive-now.ts";
import { calculateSpreadViscosity, spreadViscosityInput } from "../../../core/bond/spread-viscosity.ts";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { Field } from "../../ui/Field.tsx";
import { Figure } from "../../ui/quantity.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { ToolProps } from "../work/instrument.ts";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { assumptionsOf } from "../../../core/assumed.ts";
import { t } from "../../../words/bond.ts";

const entries = [
  {
    field: "massMg",
    get label() {
      return t("drop-mg");
    },
  },
  {
    field: "weightG",
    get label() {
      return t("glass-and-weight-on-it-g");
    },
  },
  {
    field: "startDiameterMm",
    get label() {
      return t("width-at-the-start-mm");
    },
  },
  {
    field: "endDiameterMm",
    get label() {
      return t("width-at-the-end-mm");
    },
  },
  {
    field: "timeS",
    get label() {
      return t("time-between-s");
    },
  },
] as const;
type Typed = Record<(typeof entries)[number]["field"], string>;
const blank: Typed = { massMg: "", weightG: "", startDiameterMm: "", endDiameterMm: "", timeS: "" };

/** How thick the liquid really is, from a drop that is timed as it spreads. */
export function SpreadTest({ code, scene, mayTell, tell }: ToolProps) {
  const adhesive = adhesiveNow(scene);
  const [typed, setTyped] = useDraft<Typed>(`${code} spread`, blank);
  const [shownFaults, setShownFaults] = useState<Record<string, string>>({});
  const entered = {
    ...Object.fromEntries(Object.entries(typed).map(([field, text]) => [field, typedNumber(text)])),
    densityGcm3: adhesive.densityGcm3.value,
  };
  const parsed = spreadViscosityInput.safeParse(entered);
  const found = parsed.success ? calculateSpreadViscosity(parsed.data) : null;
  return (
    <section>
      <p className="max-w-3xl">{t("a-weighed-drop-between-two-clean")}</p>
      <form
        className="mt-2 max-w-3xl"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!parsed.success || !found) {
            setShownFaults(faultsByPath(describeFaults(parsed.error!, entered)));
            return;
          }
          setShownFaults({});
          const value = Number(found.viscosityPaS.toPrecision(3));
          const values = [{ at: new Date().toISOString(), value }];
          if (tell("reading-taken", { quantity: "viscosity", source: "hand", values })) {
            setTyped(blank);
          }
        }}
      >
        <div className="grid gap-3 sm:grid-cols-3">
          {entries.map(({ field, label }) => (
            <Field key={field} label={label} fault={shownFaults[field] && `${label}: ${shownFaults[field]}`}>
              {(attributes) => (
                <input
                  {...attributes}
                  className="entry"
                  inputMode="decimal"
                  value={typed[field]}
                  onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
                />
              )}
            </Field>
          ))}
        </div>
        {found && (
          <p className="mt-2 text-lg" role="status" data-testid="spread">
            <Figure value={found.viscosityPaS} unit={t("pa-s")} digits={2} />{" "}
            {t("to-if-a-diameter-is-read-to", {
              fromPaS: found.fromPaS.toFixed(2),
              toPaS: found.toPaS.toFixed(2),
            })}{" "}
            <Assumptions words={assumptionsOf(spreadViscosityInput, entered)} />
          </p>
        )}
        <button type="submit" className="control mt-2" disabled={!mayTell}>
          {t("use-this-from-now-on")}
        </button>
      </form>
    </section>
  );
}
