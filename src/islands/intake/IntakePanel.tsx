import { dequal } from "dequal/lite";
import { FileText } from "lucide-react";
import { useEffect, useMemo } from "react";
import type { EventDraft } from "../../../core/job/event.ts";
import { routes, type RouteName } from "../../../core/job/route.ts";
import { answerNamed, answersOf } from "../../../core/route/decision-tree.ts";
import { decisionOf } from "../../../core/job/stages/intake.ts";
import { calculateRouteChoice } from "../../../core/route/route-choice.ts";
import {
  priceOf,
  quotedRoutes,
  routeOptions,
  type PastJobs,
  type ShopTerms,
} from "../../../core/route/route-options.ts";
import type { Family } from "../../../core/stack/family.ts";
import { Field } from "../../ui/Field.tsx";
import { minorPerMajor, moneyText, moneyTyped } from "../../../core/money.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";
import { stageAnswer } from "../stage/stage-answer.ts";
import { DamagePlan } from "./DamagePlan.tsx";
import { RouteOddsList } from "./RouteOdds.tsx";

export interface IntakeKnowledge {
  past: PastJobs;
  terms: ShopTerms;
}

const MOST_HOURS = 200;
const MOST_MINOR = 100_000_000;

interface Typed {
  parts: Partial<Record<RouteName, string>>;
  hours: Partial<Record<RouteName, string>>;
  value: string;
}
const untyped: Typed = { parts: {}, hours: {}, value: "" };

/** What a route costs, as it is typed here or as the family says; what is wrong with it where it is no such number. */
function usePrices(props: PanelProps & IntakeKnowledge, quoted: readonly RouteName[]) {
  const { code, family, terms } = props;
  const { currency } = terms;
  const [typed, setTyped] = useDraft<Typed>(`${code} quote`, untyped);
  const most = moneyText(MOST_MINOR, currency);
  const rows = quoted.map((route) => {
    const known = priceOf(family, route);
    const parts = typed.parts[route] ?? (known ? String(known.partsMinor / minorPerMajor(currency)) : "");
    const hours = typed.hours[route] ?? (known ? String(known.hours) : "");
    const partsMinor = moneyTyped(parts, currency);
    const number = Number(hours.trim().replace(",", "."));
    const isTime = hours.trim() !== "" && number >= 0 && number <= MOST_HOURS;
    return {
      route,
      parts,
      hours,
      partsFault:
        partsMinor === null || partsMinor > MOST_MINOR
          ? `Parts: ${parts.trim() || "nothing"} must be a number from 0 to ${most}`
          : undefined,
      hoursFault: isTime
        ? undefined
        : `Hours: ${hours.trim() || "nothing"} must be a number from 0 to ${MOST_HOURS}`,
      price: partsMinor !== null && partsMinor <= MOST_MINOR && isTime ? { partsMinor, hours: number } : null,
    };
  });
  const valueMinor = moneyTyped(typed.value, currency);
  const valueFault =
    typed.value.trim() !== "" && (valueMinor === null || valueMinor > MOST_MINOR)
      ? `Worth: ${typed.value.trim()} must be a number from 0 to ${most}`
      : undefined;
  return { rows, typed, setTyped, valueMinor, valueFault };
}

/** What the family answers by itself, so that nobody asks it again. */
function knownOf(family: Family): string {
  const { family: kind, separable, touch } = answersOf(family);
  return [
    answerNamed("family", kind!)!.label.toLowerCase(),
    separable === "yes" ? "its panel lives through parting" : "its panel dies of parting",
    ...(touch === "none" ? ["it has no touch"] : []),
  ].join(", ");
}

export function IntakePanel(props: PanelProps & IntakeKnowledge) {
  const { code, family, state, past, terms, offer, send, live, mayEnter } = props;
  const { possible, ruledOut } = decisionOf(props);
  // A route that a signed reason keeps is quoted as well.
  const kept = state.overrides["route-possible"] && !possible.includes(state.route) ? [state.route] : [];
  const quoted = quotedRoutes(family, [...possible, ...kept]);
  const { rows, typed, setTyped, valueMinor, valueFault } = usePrices(props, quoted);
  const isPriced = rows.length > 0 && rows.every((row) => row.price) && !valueFault;
  const input = useMemo(
    () =>
      isPriced
        ? routeOptions(
            quoted,
            Object.fromEntries(rows.map(({ route, price }) => [route, price!])),
            past,
            terms,
            valueMinor,
          )
        : null,
    // The rows are made anew at each drawing; what they say is in the typed text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [isPriced, quoted.join(), typed, past, terms, valueMinor],
  );
  const choice = useMemo(() => (input ? calculateRouteChoice(input) : null), [input]);
  const draft = useMemo(
    () =>
      input && quoted.includes(state.route)
        ? (): EventDraft => ({
            stage: "intake",
            kind: "quoted",
            data: { currency: terms.currency, input, agreed: state.route },
          })
        : null,
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [input, quoted.join(), state.route, terms.currency],
  );
  useEffect(() => offer("risk", draft), [offer, draft]);
  const isRequoted = state.quote !== null && input !== null && !dequal(state.quote.input, input);

  return (
    <>
      <p className="answer" data-testid="answer">
        {stageAnswer("intake", props)}
      </p>
      {ruledOut.length > 0 && (
        <ul className="mt-2" aria-label="Ruled out">
          {ruledOut.map(({ route, because }) => (
            <li key={route}>
              <s>{routes[route].title}</s>: {because}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-soft">
        {family.code}: {knownOf(family)}.
      </p>
      <DamagePlan {...props} />
      {possible.length > 0 && (
        <section aria-labelledby="odds-title" className="mt-8">
          <h2 id="odds-title" className="flex flex-wrap items-center gap-x-4 text-lg font-semibold">
            What it costs, and how it may end
            {state.quote && (
              <a
                href={`/jobs/${code}/quotation`}
                className="inline-flex min-h-12 items-center gap-2 text-base font-normal underline underline-offset-4"
              >
                <FileText aria-hidden size={18} /> Quotation
              </a>
            )}
          </h2>
          {choice && input ? (
            <RouteOddsList
              {...{ choice, input }}
              currency={terms.currency}
              agreed={routes[state.route].title}
            />
          ) : (
            <p className="text-soft">Enter parts and hours of every route, and the odds are reckoned.</p>
          )}
          {live && draft && isRequoted && (
            <p className="mt-3 flex flex-wrap items-center gap-3">
              These figures are not those that were quoted.
              <button type="button" className="control" onClick={() => send(draft())}>
                Quote these
              </button>
            </p>
          )}
          <div className="mt-4 grid gap-x-4 gap-y-3 sm:grid-cols-2">
            {rows.map(({ route, parts, hours, partsFault, hoursFault }) => (
              <fieldset key={route} disabled={!mayEnter} className="grid grid-cols-2 items-start gap-2">
                <legend className="font-semibold">{routes[route].title}</legend>
                <Field label={`Parts, ${terms.currency}`} fault={partsFault}>
                  {(attributes) => (
                    <input
                      {...attributes}
                      className="entry"
                      inputMode="decimal"
                      value={parts}
                      onChange={(event) =>
                        setTyped({ ...typed, parts: { ...typed.parts, [route]: event.target.value } })
                      }
                    />
                  )}
                </Field>
                <Field label="Hours" fault={hoursFault}>
                  {(attributes) => (
                    <input
                      {...attributes}
                      className="entry"
                      inputMode="decimal"
                      value={hours}
                      onChange={(event) =>
                        setTyped({ ...typed, hours: { ...typed.hours, [route]: event.target.value } })
                      }
                    />
                  )}
                </Field>
              </fieldset>
            ))}
            <fieldset disabled={!mayEnter}>
              <legend className="font-semibold">The device</legend>
              <Field
                label={`Worth to its owner, ${terms.currency}`}
                fault={valueFault}
                hint="May stay empty. Lost where the repair ends without a working device."
              >
                {(attributes) => (
                  <input
                    {...attributes}
                    className="entry"
                    inputMode="decimal"
                    value={typed.value}
                    onChange={(event) => setTyped({ ...typed, value: event.target.value })}
                  />
                )}
              </Field>
            </fieldset>
            <p className="self-end text-soft">
              An hour costs {moneyText(terms.ratePerHourMinor, terms.currency)}. The rate and what is believed
              before any job is counted stand under{" "}
              <a className="underline" href="/shop">
                Shop
              </a>
              .
            </p>
          </div>
        </section>
      )}
    </>
  );
}
