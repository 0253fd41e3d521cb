import { longDay } from "../../words/dates.ts";
import type { Agreement } from "../../core/intake/intake-slot.ts";
import { routes } from "../../core/route/routes.ts";
import { withTax } from "../../core/intake/invoice.ts";
import { repairTitle, familyRoute } from "../../core/device/routes.ts";
import type { Scene } from "../../core/device/scene.ts";
import { calculateRouteChoice, type RouteOdds } from "../../core/route/route-choice.ts";
import { moneyText } from "../../core/money.ts";
import type { StoredJob } from "../store/jobs.ts";
import { t } from "../../words/server.ts";
import { quotedRoute } from "../../core/route/route-options.ts";

/** What stands on a quotation, in the order in which it is read. The page and the file say the same. */
export interface Quotation {
  title: string;
  opened: string;
  complaint: string;
  /** Null while the customer has not answered. */
  answer: "yes" | "no" | null;
  agreed: string;
  odds: RouteOdds;
  /** The risk in plain figures. */
  risk: string[];
  rows: { name: string; goesWell: string; average: string; worst: string; time: string; ifItFails: string }[];
  basis: string[];
}

/** An option of a quotation as it is said. */
const titleOf = (name: string): string => {
  const route = quotedRoute(name);
  return route === null ? name : routes[route].title;
};

const whole = (pct: number) => Math.round(pct);

function riskOf(
  odds: RouteOdds,
  after: RouteOdds | undefined,
  worst: string,
  money: (minor: number) => string,
  value: number | undefined,
): string[] {
  const bad = 100 - whole(odds.successPct);
  const lost = 100 * odds.chanceOfLoss;
  return [
    t("of-100-repairs-like-this-one-about", {
      successPct: whole(odds.successPct),
      successLowPct: whole(odds.successLowPct),
      successHighPct: whole(odds.successHighPct),
    }),
    after
      ? t("in-about-of-100-it-fails-and", {
          bad,
          name: titleOf(after.name).toLowerCase(),
          money: worst,
        })
      : t("in-about-of-100-it-does-not", { bad }),
    ...(lost >= 0.5
      ? [
          t("in-about-of-100-it-ends-without", {
            lost: whole(lost),
            value: value === undefined ? "" : t("counted-here-as-lost", { money: money(value) }),
          }),
        ]
      : []),
  ];
}

/** What a customer was told, and what was answered if anything was. */
export type Told = Pick<
  Agreement,
  "currency" | "quoted" | "route" | "priceMinor" | "worstMinor" | "validUntil"
> & { answer: "yes" | "no" | null };

/** Words a quotation from what the customer was told, or null where nothing was. */
export function quotationOf(
  { code, openedAt }: Pick<StoredJob, "code" | "openedAt">,
  scene: Scene,
  told: Told | undefined = scene.state.intake.agreements.at(-1),
): Quotation | null {
  if (!told?.quoted) return null;
  const { currency, quoted: input, route, priceMinor, worstMinor, validUntil } = told;
  const money = (minor: number) => moneyText(minor, currency);
  const choice = calculateRouteChoice(input);
  const priced = familyRoute(route);
  const odds = choice.options.find((option) => quotedRoute(option.name) === priced)!;
  const { onFail: fallback } = input.options.find((option) => option.name === odds.name)!;
  const after = choice.options.find((option) => option.name === fallback);
  return {
    title: `${code}: ${scene.family.name.toLowerCase()}, ${scene.family.code}`,
    opened: longDay(new Date(openedAt)),
    complaint: scene.state.intake.complaint,
    answer: told.answer,
    agreed: t("at-worst-2", {
      repairTitle: repairTitle(route),
      money: money(priceMinor),
      money2: money(worstMinor),
      value: [
        input.taxPct
          ? ` ${t("with-tax", { pct: input.taxPct, money: money(withTax(priceMinor, input.taxPct)), worst: money(withTax(worstMinor, input.taxPct)) })}`
          : "",
        validUntil ? ` ${t("stands-until", { day: longDay(new Date(validUntil)) })}` : "",
      ].join(""),
    }),
    odds,
    risk: riskOf(odds, after, money(worstMinor), money, input.value),
    rows: choice.options.map((option) => {
      const { onFail } = input.options.find((o) => o.name === option.name)!;
      return {
        name: titleOf(option.name),
        goesWell: t("of-100-to", {
          successPct: whole(option.successPct),
          successLowPct: whole(option.successLowPct),
          successHighPct: whole(option.successHighPct),
        }),
        average: money(option.expectedPrice),
        worst: money(option.worstPrice),
        time: t("h-at-worst-h", {
          expectedHours: option.expectedHours.toFixed(1),
          worstHours: option.worstHours.toFixed(1),
        }),
        ifItFails:
          onFail === undefined
            ? input.value === undefined
              ? t("no-other-repair")
              : t("the-device-is-lost")
            : titleOf(onFail),
      };
    }),
    basis: [
      ...input.options.map(({ name, wins, tries }) =>
        tries === 0
          ? t("no-past-job-here-only-what-is", { of: titleOf(name) })
          : t("of-past-jobs-of-this-family-here", { of: titleOf(name), wins, tries }),
      ),
      t("assumed-an-hour-costs", { assumed: choice.assumed.join("; "), money: money(input.ratePerHour) }),
      t("the-interval-holds-the-chance-with-90"),
    ],
  };
}
