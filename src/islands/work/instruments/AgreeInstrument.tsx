import { lazy, Suspense, useMemo, useState } from "react";
import { routeNow } from "../../../../core/device/ask.ts";
import { type RepairRoute, familyRoute, repairTitleInFull } from "../../../../core/device/routes.ts";
import { routesOffered, type Offered } from "../../../../core/intake/moves/agreed.ts";
import { minorPerMajor, moneyText, moneyTyped } from "../../../../core/money.ts";
import { calculateRouteChoice } from "../../../../core/route/route-choice.ts";
import { priceOf, quotedRoutes, routeOptions } from "../../../../core/route/route-options.ts";
import { HundredJobs } from "../../../drawing/HundredJobs.tsx";
import { Field } from "../../../ui/Field.tsx";
import { useDraft } from "../../../ui/useDraft.ts";
import type { InstrumentProps } from "../instrument.ts";
import { asTyped } from "../../../ui/typed-number.ts";
import { AgreeAlike } from "./AgreeAlike.tsx";
import { t } from "../../../../words/work.ts";

const OfferByLink = lazy(async () => ({ default: (await import("./OfferByLink.tsx")).OfferByLink }));

const MOST_MINOR = 100_000_000;
/** A quotation stands for so long, days. Common practice, no source. */
const VALID_DAYS = 30;

/** What it costs and how it may end, route beside route; the customer's answer is recorded as it was given. */
export function AgreeInstrument({ code, scene, nowMs, who, mayTell, tell, shop }: InstrumentProps) {
  const { family, state } = scene;
  const { currency } = shop.terms;
  const offered = routesOffered(scene);
  const [typed, setTyped] = useDraft<Partial<Record<string, string>>>(`${code} price`, {});
  const [picked, setPicked] = useState<RepairRoute | null>(null);
  const [fault, setFault] = useState<string>();
  const input = useMemo(() => {
    const quoted = quotedRoutes(family, [...new Set(offered.map(familyRoute))]);
    const prices = Object.fromEntries(
      quoted.map((route) => [route, priceOf(family, route) ?? { partsMinor: 0, hours: 0 }]),
    );
    return quoted.length > 0 ? routeOptions(quoted, prices, shop.past, shop.terms, null) : null;
    // What is offered follows from the family and the intake.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [family, offered.join(), shop]);
  const choice = useMemo(() => (input ? calculateRouteChoice(input) : null), [input]);
  const now = routeNow(scene);
  const route = picked ?? (offered.includes(now) ? now : offered[0]);
  if (!route || !input || !choice)
    return <p className="text-danger">{t("no-repair-is-left-for-this-device")}</p>;
  const oddsOf = (of: RepairRoute) => choice.options.find(({ name }) => name === familyRoute(of))!;
  const odds = oddsOf(route);
  const major = (minor: number) => String(Math.round(minor / minorPerMajor(currency)));
  const price = typed[`${route} price`] ?? major(odds.price);
  const worst = typed[`${route} worst`] ?? major(odds.worstPrice);
  const before = state.intake.agreements.at(-1);
  const offerNow = (): Offered | null => {
    const priceMinor = moneyTyped(price, currency);
    const worstMinor = moneyTyped(worst, currency);
    const wrong =
      priceMinor === null || priceMinor > MOST_MINOR
        ? t("price", { price: asTyped(price) })
        : worstMinor === null || worstMinor > MOST_MINOR
          ? t("worst-case", { worst: asTyped(worst) })
          : null;
    setFault(
      wrong === null
        ? undefined
        : t("must-be-a-number-from-0-to", { wrong, MOST_MINOR: moneyText(MOST_MINOR, currency) }),
    );
    if (wrong !== null || priceMinor === null || worstMinor === null) return null;
    return {
      route,
      currency,
      priceMinor,
      worstMinor,
      successPct: Math.round(odds.successPct),
      validUntil: new Date(nowMs + VALID_DAYS * 86_400_000).toISOString().slice(0, 10),
      quoted: input,
    };
  };
  const answer = (said: "yes" | "no") => {
    const offer = offerNow();
    if (offer && tell("agreed", { ...offer, answer: said, by: "desk" })) setTyped({});
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3">
      <div className="grid min-h-0 auto-rows-min content-start gap-3 overflow-y-auto sm:grid-cols-2 xl:grid-cols-3">
        {offered.map((of) => {
          const { successPct, successLowPct, successHighPct, price, worstPrice, worstHours, expectedHours } =
            oddsOf(of);
          return (
            <button
              key={of}
              type="button"
              aria-pressed={of === route}
              className="border-2 border-soft bg-raised p-3 text-left aria-pressed:border-4 aria-pressed:border-ink"
              onClick={() => setPicked(of)}
            >
              <span className="text-lg font-semibold">{repairTitleInFull(of)}</span>
              <HundredJobs
                lowPct={successLowPct}
                highPct={successHighPct}
                title={t("of-100-such-repairs-to-go-well", {
                  successLowPct: Math.round(successLowPct),
                  successHighPct: Math.round(successHighPct),
                })}
              />
              <span className="block text-2xl font-semibold">{moneyText(price, currency)}</span>
              <span className="block">
                {t("about-of-100-go-well-likely-to", {
                  successPct: Math.round(successPct),
                  successLowPct: Math.round(successLowPct),
                  successHighPct: Math.round(successHighPct),
                })}
              </span>
              <span className="block text-soft">
                {t("at-worst-h-h-on-average", {
                  worstCost: moneyText(worstPrice, currency),
                  worstHours: worstHours.toFixed(1),
                  expectedHours: expectedHours.toFixed(1),
                })}
              </span>
            </button>
          );
        })}
      </div>
      <div>
        {before && state.intake.broke.length > 0 && (
          <p className="edge-hatch mb-2 text-danger">
            {t("broken-since-told-before-at-worst", {
              broke: state.intake.broke.map(({ what }) => what).join(", "),
              priceMinor: moneyText(before.priceMinor, currency),
              worstMinor: moneyText(before.worstMinor, currency),
            })}
          </p>
        )}
        <div className="flex flex-wrap items-end gap-3">
          <Field label={t("price-2", { currency })}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry w-28 text-xl font-semibold"
                inputMode="decimal"
                value={price}
                onChange={({ target }) => setTyped({ ...typed, [`${route} price`]: target.value })}
              />
            )}
          </Field>
          <Field label={t("worst-case-2", { currency })}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry w-28 text-xl font-semibold"
                inputMode="decimal"
                value={worst}
                onChange={({ target }) => setTyped({ ...typed, [`${route} worst`]: target.value })}
              />
            )}
          </Field>
          <button type="button" className="control-strong" disabled={!mayTell} onClick={() => answer("yes")}>
            {t("customer-agrees", { repair: repairTitleInFull(route).toLowerCase() })}
          </button>
          <button type="button" className="control" disabled={!mayTell} onClick={() => answer("no")}>
            {t("customer-declines")}
          </button>
          <Suspense>
            {state.intake.broke.length === 0 && (
              <AgreeAlike
                code={code}
                who={who}
                mayTell={mayTell}
                offerNow={offerNow}
                answer={() => answer("yes")}
              />
            )}
            <OfferByLink code={code} who={who} mayAsk={mayTell} offerNow={offerNow} />
          </Suspense>
        </div>
        {fault && (
          <p role="alert" className="edge-hatch mt-1 text-danger">
            {fault}
          </p>
        )}
      </div>
    </div>
  );
}
