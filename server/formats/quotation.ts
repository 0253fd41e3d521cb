import { format } from "date-fns";
import { routes } from "../../core/route/routes.ts";
import { repairTitles } from "../../core/device/routes.ts";
import type { Scene } from "../../core/device/scene.ts";
import { calculateRouteChoice, type RouteOdds } from "../../core/route/route-choice.ts";
import { moneyText } from "../../core/money.ts";
import type { StoredJob } from "../store/jobs.ts";

/** What stands on a quotation, in the order in which it is read. The page and the file say the same. */
export interface Quotation {
  title: string;
  opened: string;
  complaint: string;
  answer: "yes" | "no";
  agreed: string;
  odds: RouteOdds;
  /** The risk in plain figures. */
  risk: string[];
  rows: { name: string; goesWell: string; average: string; worst: string; time: string; ifItFails: string }[];
  basis: string[];
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
    `Of 100 repairs like this one, about ${whole(odds.successPct)} go well. Between ${whole(odds.successLowPct)} and ${whole(odds.successHighPct)} is the likely range.`,
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

/** Words a quotation from what the customer was told last, or null where nothing was. */
export function quotationOf(
  { code, openedAt }: Pick<StoredJob, "code" | "openedAt">,
  scene: Scene,
): Quotation | null {
  const told = scene.state.intake.agreements.at(-1);
  if (!told?.quoted) return null;
  const { currency, quoted: input, route, priceMinor, worstMinor, validUntil } = told;
  const money = (minor: number) => moneyText(minor, currency);
  const choice = calculateRouteChoice(input);
  const name = routes[route === "add-on-touch" ? "layer" : route].title;
  const odds = choice.options.find((option) => option.name === name)!;
  const { onFail: fallback } = input.options.find((option) => option.name === odds.name)!;
  const after = choice.options.find((option) => option.name === fallback);
  return {
    title: `${code}: ${scene.family.name.toLowerCase()}, ${scene.family.code}`,
    opened: format(openedAt, "d MMMM yyyy"),
    complaint: scene.state.intake.complaint,
    answer: told.answer,
    agreed: `${repairTitles[route]}: ${money(priceMinor)}, at worst ${money(worstMinor)}.${validUntil ? ` Stands until ${format(validUntil, "d MMMM yyyy")}.` : ""}`,
    odds,
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
      ...input.options.map(({ name: of, wins, tries }) =>
        tries === 0
          ? `${of}: no past job here, only what is assumed.`
          : `${of}: ${wins} of ${tries} past jobs of this family here went well.`,
      ),
      `Assumed: ${choice.assumed.join("; ")}. An hour costs ${money(input.ratePerHour)}.`,
      "The interval holds the chance with 90 % certainty, as far as these figures go.",
    ],
  };
}
