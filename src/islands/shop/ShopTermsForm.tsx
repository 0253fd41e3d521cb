import { useState } from "react";
import { shopTerms, type ShopTerms } from "../../../core/route/route-options.ts";
import { minorPerMajor } from "../../../core/money.ts";
import { typedNumber as number } from "../../ui/typed-number.ts";
import { ShopForm } from "./ShopForm.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useKept } from "./useKept.ts";
import { t } from "../../../words/shop.ts";

/** What the shop charges by the hour, in which currency, and what it believes before any job is counted. */
export function ShopTermsForm({ initial }: { initial: ShopTerms }) {
  const [currency, setCurrency] = useState(initial.currency);
  const [rate, setRate] = useState(String(initial.ratePerHourMinor / minorPerMajor(initial.currency)));
  const [margin, setMargin] = useState(String(initial.marginPct));
  const [share, setShare] = useState(String(initial.riskSharePct));
  const [wins, setWins] = useState(String(initial.priorWins));
  const [tries, setTries] = useState(String(initial.priorTries));
  const { faults, said, keep } = useKept(shopTerms, "/api/shop", t("saved-quotations-already-made-stay-as"));

  const save = () => {
    const isCurrency = /^[A-Z]{3}$/.test(currency);
    const perHour = number(rate);
    return keep({
      currency,
      ratePerHourMinor:
        perHour === undefined
          ? undefined
          : Math.round(perHour * (isCurrency ? minorPerMajor(currency) : 100)),
      marginPct: number(margin),
      riskSharePct: number(share),
      priorWins: number(wins),
      priorTries: number(tries),
    });
  };

  const entry = (
    label: string,
    field: keyof ShopTerms,
    value: string,
    set: (text: string) => void,
    hint?: string,
  ) => <TextEntry label={label} fault={faults[field]} hint={hint} value={value} onChange={set} />;
  return (
    <ShopForm className="sm:grid-cols-2" onSave={() => void save()} save={t("save")} said={said}>
      {entry(
        t("currency"),
        "currency",
        currency,
        (text) => setCurrency(text.toUpperCase()),
        t("three-letters"),
      )}
      {entry(t("an-hour", { currency }), "ratePerHourMinor", rate, setRate)}
      {entry(t("margin-pct"), "marginPct", margin, setMargin, t("above-parts-and-time"))}
      {entry(t("risk-share-pct"), "riskSharePct", share, setShare, t("what-failures-cost-in-every-price"))}
      {entry(t("starting-estimate-successes"), "priorWins", wins, setWins)}
      {entry(
        t("starting-estimate-tries"),
        "priorTries",
        tries,
        setTries,
        t("used-until-your-own-jobs-count-small"),
      )}
    </ShopForm>
  );
}
