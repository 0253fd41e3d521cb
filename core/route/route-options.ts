import { z } from "zod";
import { routeNames, type RouteName } from "../route/routes.ts";
import type { Family } from "../stack/family.ts";
import { bounded, boundedWhole } from "../units.ts";
import type { RouteChoiceInput } from "./route-choice-input.ts";
import { t } from "../../words/route.ts";
import { formerNames } from "./former-names.ts";

/** What a shop charges and believes. Money in the minor unit of its currency. */
export const shopTerms = z
  .strictObject({
    currency: z.string().regex(/^[A-Z]{3}$/, {
      error: () => t("must-be-the-three-letters-of-a"),
    }),
    ratePerHourMinor: boundedWhole(0, 100_000_000),
    /** Charged above parts and time, %. */
    marginPct: bounded(0, 1_000),
    /** How much of what failures cost every such repair bears, %; the rest is charged where one fails. */
    riskSharePct: bounded(0, 100),
    priorWins: bounded(0.01, 1_000),
    priorTries: bounded(0.02, 2_000),
  })
  .superRefine(({ priorWins, priorTries }, context) => {
    if (priorWins >= priorTries) {
      context.addIssue({
        code: "custom",
        path: ["priorWins"],
        message: t("must-be-below-priortries-which-is", { priorWins, priorTries }),
      });
    }
  });
export type ShopTerms = z.output<typeof shopTerms>;

/** What a quotation is made by: with the tax that comes on top. */
export type QuoteTerms = ShopTerms & { taxPct: number };

/** This shop's finished jobs of one family, by the route that was tried. */
export type PastJobs = Partial<Record<RouteName, { wins: number; tries: number }>>;

export interface RoutePrice {
  partsMinor: number;
  hours: number;
}

/** What the family says that a route costs; nothing for either where it does not say. */
export const priceOf = (family: Pick<Family, "costs">, route: RouteName): RoutePrice | null =>
  family.costs.find((cost) => cost.route === route) ?? null;

/** The routes that a quotation weighs against one another: those left, and the assembly that they fall back on. */
export const quotedRoutes = (family: Pick<Family, "routes">, possible: readonly RouteName[]): RouteName[] => [
  ...possible.filter((route) => route !== "assembly"),
  ...(possible.includes("assembly") || family.routes.includes("assembly") ? (["assembly"] as const) : []),
];

/** The route that an option of a quotation stands for; null where it is none. */
export const quotedRoute = (name: string): RouteName | null =>
  routeNames.find((route) => route === name) ?? formerNames[name] ?? null;

/** What is nothing is left out: quotations stay as short as they were. */
const aboveZero = (terms: Pick<RouteChoiceInput, "marginPct" | "riskSharePct" | "taxPct">) =>
  Object.fromEntries(Object.entries(terms).filter(([, value]) => value > 0));

/** The input of route-choice for a job: each route falls back on the whole assembly where that is offered. */
export function routeOptions(
  quoted: readonly RouteName[],
  prices: Partial<Record<RouteName, RoutePrice>>,
  past: PastJobs,
  terms: QuoteTerms,
  valueMinor: number | null,
): RouteChoiceInput {
  return {
    options: quoted.map((route) => ({
      name: route,
      parts: prices[route]?.partsMinor ?? 0,
      hours: prices[route]?.hours ?? 0,
      wins: past[route]?.wins ?? 0,
      tries: past[route]?.tries ?? 0,
      ...(route !== "assembly" && quoted.includes("assembly") ? { onFail: "assembly" } : {}),
    })),
    ratePerHour: terms.ratePerHourMinor,
    priorWins: terms.priorWins,
    priorTries: terms.priorTries,
    ...aboveZero({ marginPct: terms.marginPct, riskSharePct: terms.riskSharePct, taxPct: terms.taxPct }),
    ...(valueMinor === null ? {} : { value: valueMinor }),
  };
}
