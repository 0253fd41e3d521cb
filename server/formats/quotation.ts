import { format } from "date-fns";
import type { JobState } from "../../core/job/fold.ts";
import { routes } from "../../core/job/route.ts";
import { calculateRouteChoice, type RouteChoice, type RouteOdds } from "../../core/route/route-choice.ts";
import type { Family } from "../../core/stack/family.ts";
import { moneyText } from "../../core/money.ts";

/** What stands on a quotation, in the order in which it is read. The page and the file say the same. */
export interface Quotation {
  title: string;
  opened: string;
  complaint: string;
  agreed: string;
  /** The risk in plain figures. */
  risk: string[];
  rows: { name: string; goesWell: string; average: string; worst: string; time: string; ifItFails: string }[];
  basis: string[];
  choice: RouteChoice;
}

const whole = (pct: number) => Math.round(pct);

function riskOf(
  odds: RouteOdds,
  after: RouteOdds | undefined,
  money: (minor: number) => string,
  value: number | undefined,
): string[] {
  const bad = 100 - whole(odds.successPct);
  const lost = 100 * odds.chanceOfLoss;
  return [
    `Of 100 repairs like this one, about ${whole(odds.successPct)} go well. Between ${whole(odds.successLowPct)} and ${whole(odds.successHighPct)} is what we can stand by.`,
    after
      ? `In about ${bad} of 100 it fails and the ${after.name.toLowerCase()} follows. Then it comes to ${money(odds.cost + after.cost)} in all, parts and time of both.`
      : `In about ${bad} of 100 it does not go well.`,
    ...(lost >= 0.5
      ? [
          `In about ${whole(lost)} of 100 it ends without a working device${value === undefined ? "" : `, counted here as ${money(value)} lost`}.`,
        ]
      : []),
  ];
}

/** Words a quotation from what was recorded, or null where nothing was. */
export function quotationOf(code: string, state: JobState, family: Family): Quotation | null {
  if (!state.quote) return null;
  const { currency, input, agreed } = state.quote;
  const money = (minor: number) => moneyText(minor, currency);
  const choice = calculateRouteChoice(input);
  const odds = choice.options.find((option) => option.name === routes[agreed].title)!;
  const { onFail: fallback } = input.options.find((option) => option.name === odds.name)!;
  const after = choice.options.find((option) => option.name === fallback);
  return {
    title: `${code}: ${family.name.toLowerCase()}, ${family.code}`,
    opened: format(state.openedAt, "d MMMM yyyy"),
    complaint: state.complaint,
    agreed: `${routes[agreed].title}: ${routes[agreed].replaces}. About ${money(odds.expectedCost)} on average, at worst ${money(odds.worstCost)}.`,
    risk: riskOf(odds, after, money, input.value),
    rows: choice.options.map((option) => {
      const { onFail } = input.options.find((o) => o.name === option.name)!;
      return {
        name: option.name,
        goesWell: `${whole(option.successPct)} of 100 (${whole(option.successLowPct)} to ${whole(option.successHighPct)})`,
        average: money(option.expectedCost),
        worst: money(option.worstCost),
        time: `${option.expectedHours.toFixed(1)} h, at worst ${option.worstHours.toFixed(1)} h`,
        ifItFails: onFail ?? (input.value === undefined ? "no other repair" : "the device is lost"),
      };
    }),
    basis: [
      ...input.options.map(({ name, wins, tries }) =>
        tries === 0
          ? `${name}: no past job here, only what is assumed.`
          : `${name}: ${wins} of ${tries} past jobs of this family here went well.`,
      ),
      `Assumed: ${choice.assumed.join("; ")}. An hour costs ${money(input.ratePerHour)}.`,
      "The interval holds the chance with 90 % certainty, as far as these figures go.",
    ],
    choice,
  };
}
