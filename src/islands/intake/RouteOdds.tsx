import type { RouteChoice, RouteChoiceInput, RouteOdds as Odds } from "../../../core/route/route-choice.ts";
import { HundredJobs } from "../../drawing/HundredJobs.tsx";
import { moneyText } from "../../../core/money.ts";

const pct = (value: number) => `${Math.round(value)} %`;

/** What a customer is told of one route: how many of a hundred go well, what it costs, what it may come to. */
export function RouteOdds({
  odds,
  input,
  currency,
  isChoice,
  isAgreed,
}: {
  odds: Odds;
  input: RouteChoiceInput;
  currency: string;
  isChoice: boolean;
  isAgreed: boolean;
}) {
  const { name, successPct, successLowPct, successHighPct } = odds;
  const { wins, tries, onFail } = input.options.find((option) => option.name === name)!;
  const money = (minor: number) => moneyText(minor, currency);
  return (
    <div className="grid gap-x-6 gap-y-2 border-b border-line py-3 sm:grid-cols-[minmax(0,20rem)_1fr] print:grid-cols-[16rem_1fr]">
      <div>
        <h3 className="text-lg font-semibold">{name}</h3>
        <HundredJobs
          lowPct={successLowPct}
          highPct={successHighPct}
          title={`Of 100 such repairs ${Math.round(successLowPct)} to ${Math.round(successHighPct)} go well`}
        />
        <p>
          Of 100 such repairs about <strong>{Math.round(successPct)}</strong> go well; between{" "}
          {Math.round(successLowPct)} and {Math.round(successHighPct)} is what we can stand by.
        </p>
      </div>
      <dl className="grid grid-cols-[auto_1fr] content-start gap-x-4 gap-y-0.5">
        <dt className="text-soft">On average</dt>
        <dd className="text-xl font-semibold">{money(odds.expectedCost)}</dd>
        <dt className="text-soft">At worst</dt>
        <dd>
          {money(odds.worstCost)}, {odds.worstHours.toFixed(1)} h
        </dd>
        <dt className="text-soft">Time</dt>
        <dd>{odds.expectedHours.toFixed(1)} h on average</dd>
        {onFail !== undefined && (
          <>
            <dt className="text-soft">If it fails</dt>
            <dd>
              {onFail}: {pct(100 * odds.chanceOfAssembly)} of the time
            </dd>
          </>
        )}
        {odds.breakEvenSuccessPct !== null && (
          <>
            <dt className="text-soft">Pays from</dt>
            <dd>{pct(odds.breakEvenSuccessPct)} that go well</dd>
          </>
        )}
        <dt className="text-soft">Known from</dt>
        <dd>
          {tries === 0 ? (
            <span className="assumed">no past job here: only what is assumed</span>
          ) : (
            `${wins} of ${tries} jobs here; ${pct(odds.priorSharePct)} of it is assumed`
          )}
        </dd>
        {(isChoice || isAgreed) && (
          <dd className="col-span-2 font-semibold text-done">
            {[isChoice ? "Costs least on average" : "", isAgreed ? "Agreed" : ""].filter(Boolean).join(". ")}
          </dd>
        )}
      </dl>
    </div>
  );
}

/** The list of them, with the advice in a sentence. */
export function RouteOddsList({
  choice,
  input,
  currency,
  agreed,
}: {
  choice: RouteChoice;
  input: RouteChoiceInput;
  currency: string;
  /** Name of the option that was agreed on. */
  agreed: string;
}) {
  return (
    <>
      <p>{choice.advice}</p>
      <div className="mt-2 border-t border-line">
        {choice.options.map((odds) => (
          <RouteOdds
            key={odds.name}
            {...{ odds, input, currency }}
            isChoice={choice.choice === odds.name}
            isAgreed={agreed === odds.name}
          />
        ))}
      </div>
      <p className="mt-2 text-soft">
        <span className="assumed">Assumed</span>: {choice.assumed.join("; ")}.
      </p>
    </>
  );
}
