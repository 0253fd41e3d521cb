import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { betaQuantile } from "../statistics/beta.ts";
import { routeChoiceInput, type RouteChoiceInput } from "./route-choice-input.ts";
import { t } from "../../words/route.ts";

export const routeChoiceResult = z.strictObject({
  options: z.array(
    z.strictObject({
      name: z.string(),
      /** Mean of what is known of the chance, and the middle 90 % of it. */
      successPct: z.number(),
      successLowPct: z.number(),
      successHighPct: z.number(),
      /** How much of the knowledge is the prior's, %: 100 where no past job is counted. */
      priorSharePct: z.number(),
      /** Parts and time on this option alone, spent whether it goes well or not. */
      cost: z.number(),
      expectedCost: z.number(),
      worstCost: z.number(),
      /** What is charged where it goes well, where all that can fail does, and on average: with the margin, before tax. */
      price: z.number(),
      worstPrice: z.number(),
      expectedPrice: z.number(),
      expectedHours: z.number(),
      worstHours: z.number(),
      /** Chance (0 to 1) that it ends at the last resort: the option that all of them fall back to. */
      chanceOfAssembly: z.number(),
      /** Chance (0 to 1) that it ends without a working device. */
      chanceOfLoss: z.number(),
      /** Success from which trying it first is cheaper than going straight to its `onFail`; null where it never is. */
      breakEvenSuccessPct: z.number().nullable(),
    }),
  ),
  /** The option with the lowest expected cost, a lost device counted in; null where none is worth its money. */
  choice: z.string().nullable(),
  /** Break-even of the first option that falls back on another; null where there is none. */
  breakEvenSuccessPct: z.number().nullable(),
  advice: z.string(),
  assumed: z.array(z.string()),
});
export type RouteChoice = z.output<typeof routeChoiceResult>;
export type RouteOdds = RouteChoice["options"][number];

/** The middle share of the posterior that is shown as the interval. */
const INTERVAL = 0.9;

/**
 * Which repair is worth trying, in money and odds.
 *
 * Chance of success: Beta(priorWins + wins, priorTries - priorWins + tries - wins), its mean and its middle 90 %. Cost of
 * trying: parts + hours · rate, spent either way. Expected cost: cost + (1 - p) · expected cost of `onFail`, or, without
 * one, (1 - p) · value. Break-even against going straight to `onFail`: cost + (1 - p) · E = E gives p = cost / E.
 * Price: (cost + share · r) · (1 + margin), with r what failing costs on average; where it fails, (worst - share · (worst - cost - r)) ·
 * (1 + margin). So all such repairs together bring the same, however much of the risk each of them bears; the value of a lost device is no cost of
 * the shop's. Money in any one unit; times in hours. Source: conjugate updating, Gelman et al., Bayesian Data Analysis, chapter 2.
 */
export function calculateRouteChoice(input: RouteChoiceInput): RouteChoice {
  const { priorWins, priorTries, ratePerHour, value = 0, marginPct = 0, riskSharePct = 0 } = input;
  const markup = 1 + marginPct / 100;
  const share = riskSharePct / 100;
  const named = (name: string) => input.options.find((option) => option.name === name)!;
  const odds = new Map<string, RouteOdds>();
  /** What the shop itself spends, on average and at worst. */
  const spent = new Map<string, { expected: number; worst: number }>();

  const oddsOf = (name: string): RouteOdds => {
    const kept = odds.get(name);
    if (kept) return kept;
    const option = named(name);
    const a = priorWins + option.wins;
    const b = priorTries - priorWins + option.tries - option.wins;
    const p = a / (a + b);
    const cost = option.parts + option.hours * ratePerHour;
    const after = option.onFail === undefined ? null : oddsOf(option.onFail);
    const spentAfter = after && spent.get(after.name);
    const expected = cost + (1 - p) * (spentAfter?.expected ?? 0);
    const worst = cost + (spentAfter?.worst ?? 0);
    spent.set(name, { expected, worst });
    const risk = expected - cost;
    const made: RouteOdds = {
      name,
      successPct: 100 * p,
      successLowPct: 100 * betaQuantile((1 - INTERVAL) / 2, a, b),
      successHighPct: 100 * betaQuantile((1 + INTERVAL) / 2, a, b),
      priorSharePct: (100 * priorTries) / (priorTries + option.tries),
      cost,
      expectedCost: cost + (1 - p) * (after ? after.expectedCost : value),
      worstCost: cost + (after ? after.worstCost : value),
      price: markup * (cost + share * risk),
      worstPrice: markup * (worst - share * (worst - cost - risk)),
      expectedPrice: markup * expected,
      expectedHours: option.hours + (1 - p) * (after?.expectedHours ?? 0),
      worstHours: option.hours + (after?.worstHours ?? 0),
      chanceOfAssembly: after
        ? (1 - p) * (named(after.name).onFail === undefined ? 1 : after.chanceOfAssembly)
        : 0,
      chanceOfLoss: (1 - p) * (after?.chanceOfLoss ?? 1),
      breakEvenSuccessPct:
        after && after.expectedCost > 0 && cost <= after.expectedCost
          ? (100 * cost) / after.expectedCost
          : null,
    };
    odds.set(name, made);
    return made;
  };

  const each = input.options.map(({ name }) => oddsOf(name));
  const options = each.map((option) =>
    // What the others fall back to is itself the last resort.
    named(option.name).onFail === undefined && input.options.some((other) => other.onFail === option.name)
      ? { ...option, chanceOfAssembly: 1 }
      : option,
  );
  const cheapest = [...options].sort((x, y) => x.expectedCost - y.expectedCost)[0]!;
  const worthIt = input.value === undefined || cheapest.expectedCost < input.value;
  const unknown = input.options.filter((option) => option.tries === 0).map((option) => option.name);
  const first = options.find((option) => named(option.name).onFail !== undefined);
  const prior = t("of", { priorWins, priorTries });
  return {
    options,
    choice: worthIt ? cheapest.name : null,
    breakEvenSuccessPct: first?.breakEvenSuccessPct ?? null,
    advice: [
      worthIt
        ? t("costs-least-on-average", { name: cheapest.name })
        : t("no-repair-is-worth-it-the-cheapest"),
      ...(unknown.length === input.options.length
        ? [t("no-past-job-is-counted-this-advice", { prior })]
        : unknown.length > 0
          ? [t("nothing-is-known-of-but-the-prior", { unknown: unknown.join(", "), prior })]
          : []),
    ].join(" "),
    assumed: [t("the-prior-as-if-had-gone-well", { prior })],
  };
}

export const routeChoice = defineCalculation({
  name: "route-choice",
  purpose: "Which repair is worth trying: odds, money, time, the worst case and the break-even.",
  input: routeChoiceInput,
  result: routeChoiceResult,
  calculate: calculateRouteChoice,
});
