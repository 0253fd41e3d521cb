import { useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { shopTerms, type ShopTerms } from "../../../core/route/route-options.ts";
import { Field } from "../../ui/Field.tsx";
import { minorPerMajor } from "../../../core/money.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { typedNumber as number } from "../../ui/typed-number.ts";
import { keepAtShop } from "./keep-at-shop.ts";
import { t } from "../../../words/shop.ts";

/** What the shop charges by the hour, in which currency, and what it believes before any job is counted. */
export function ShopTermsForm({ initial }: { initial: ShopTerms }) {
  const mounted = useMounted();
  const [currency, setCurrency] = useState(initial.currency);
  const [rate, setRate] = useState(String(initial.ratePerHourMinor / minorPerMajor(initial.currency)));
  const [wins, setWins] = useState(String(initial.priorWins));
  const [tries, setTries] = useState(String(initial.priorTries));
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();

  const save = async () => {
    setSaid(undefined);
    const isCurrency = /^[A-Z]{3}$/.test(currency);
    const perHour = number(rate);
    const entered = {
      currency,
      ratePerHourMinor:
        perHour === undefined
          ? undefined
          : Math.round(perHour * (isCurrency ? minorPerMajor(currency) : 100)),
      priorWins: number(wins),
      priorTries: number(tries),
    };
    const parsed = shopTerms.safeParse(entered);
    if (!parsed.success) {
      setFaults(faultsByPath(describeFaults(parsed.error, entered)));
      return;
    }
    setFaults({});
    setSaid(await keepAtShop("/api/shop", parsed.data, t("saved-quotations-already-made-stay-as")));
  };

  const entry = (
    label: string,
    field: keyof ShopTerms,
    value: string,
    set: (text: string) => void,
    hint?: string,
  ) => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`} hint={hint}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          value={value}
          onChange={(event) => set(event.target.value)}
        />
      )}
    </Field>
  );
  return (
    <form
      className="grid gap-5 sm:grid-cols-2"
      aria-busy={!mounted}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {entry(
        t("currency"),
        "currency",
        currency,
        (text) => setCurrency(text.toUpperCase()),
        t("three-letters"),
      )}
      {entry(t("an-hour", { currency }), "ratePerHourMinor", rate, setRate)}
      {entry(t("starting-estimate-successes"), "priorWins", wins, setWins)}
      {entry(
        t("starting-estimate-tries"),
        "priorTries",
        tries,
        setTries,
        t("used-until-your-own-jobs-count-small"),
      )}
      <div className="flex items-center gap-4 sm:col-span-2">
        <button type="submit" className="control-strong">
          {t("save")}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
}
