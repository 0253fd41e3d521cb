import { adjusted } from "../statistics/adjusted.ts";
import { compareOdds, type OddsCompared, type TwoByTwo } from "../statistics/two-by-two.ts";
import type { Setting, YieldJob } from "./yield-input.ts";

export const effectVerdicts = ["matters", "no sign", "too few to say"] as const;

export interface Effect {
  setting: string;
  from: Setting;
  to: Setting;
  /** How many times higher the odds of success are with `to`; null where no bound is known. */
  oddsRatio: number | null;
  interval95: [low: number, high: number | null];
  pValue: number;
  /** The same, once it counts how many were asked. */
  adjusted: number;
  verdict: (typeof effectVerdicts)[number];
  /** Jobs and successes on either side. */
  counts: { fromTries: number; fromWins: number; toTries: number; toWins: number };
}

/** Two groups of the jobs of one setting. */
interface Pair {
  from: Setting;
  to: Setting;
  sideOf: (value: Setting) => "from" | "to" | null;
}

/** Finds among so many of a hundred that are false are put up with. */
const FALSE_FINDS = 0.05;
/** In the place of a value: all but the one that it is held against. */
export const ANY_OTHER = "any other";

/** Before what a lot is of, in the name of a setting. */
export const LOT_OF = "lot of";

const isSide =
  (from: Setting, to: Setting): Pair["sideOf"] =>
  (value) =>
    value === from ? "from" : value === to ? "to" : null;

/** What a setting's values are asked against each other: of more than two numbers the upper half, of more than two others each against the rest. */
function pairsOf(values: readonly Setting[]): Pair[] {
  const counts = new Map<Setting, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  const numbers = values.filter((value) => typeof value === "number").sort((a, b) => a - b);
  if (numbers.length < values.length) {
    const [usual, ...others] = [...counts].sort((a, b) => b[1] - a[1]).map(([value]) => value);
    if (others.length < 2) return others.map((to) => ({ from: usual!, to, sideOf: isSide(usual!, to) }));
    return [usual!, ...others].map((to) => ({
      from: ANY_OTHER,
      to,
      sideOf: (value) => (value === to ? "to" : "from"),
    }));
  }
  const own = [...new Set(numbers)];
  // The cut that leaves about as many on either side.
  const unequal = (cut: number) => Math.abs(numbers.length - 2 * numbers.indexOf(own[cut]!));
  let edge = 1;
  for (let cut = 2; cut < own.length; cut += 1) if (unequal(cut) < unequal(edge)) edge = cut;
  const [below, above] = [own[edge - 1], own[edge]];
  if (below === undefined || above === undefined) return [];
  return own.length === 2
    ? [{ from: below, to: above, sideOf: isSide(below, above) }]
    : [
        {
          from: `≤ ${below}`,
          to: `≥ ${above}`,
          sideOf: (value) => (Number(value) <= below ? "from" : "to"),
        },
      ];
}

/** The jobs of two sides, family by family: like is compared with like. */
function tablesOf(jobs: readonly YieldJob[], setting: string, { sideOf }: Pair): TwoByTwo[] {
  const byFamily = new Map<string, TwoByTwo>();
  for (const { family, settings, outcome } of jobs) {
    const value = settings?.[setting];
    const side = value === undefined ? null : sideOf(value);
    if (side === null) continue;
    const table = byFamily.get(family) ?? { fromWins: 0, fromTries: 0, toWins: 0, toTries: 0 };
    table[`${side}Tries`] += 1;
    if (outcome === "repaired") table[`${side}Wins`] += 1;
    byFamily.set(family, table);
  }
  return [...byFamily.values()];
}

/** What each setting changed: only what would stand although so many were asked is said to matter. */
export function settingEffects(jobs: readonly YieldJob[], minimum: number): Effect[] {
  const names = [...new Set(jobs.flatMap(({ settings = {} }) => Object.keys(settings)))].sort();
  const asked = names.flatMap((setting) => {
    const values = jobs.flatMap(({ settings }) => settings?.[setting] ?? []);
    return pairsOf(values).map((pair) => {
      const tables = tablesOf(jobs, setting, pair);
      const sum = (of: keyof TwoByTwo) => tables.reduce((total, table) => total + table[of], 0);
      const counts = {
        fromTries: sum("fromTries"),
        fromWins: sum("fromWins"),
        toTries: sum("toTries"),
        toWins: sum("toWins"),
      };
      const odds: OddsCompared = compareOdds(tables);
      // By the numbers of jobs and successes alone: what they came to on either side has no say in it.
      const isTooFew = Math.min(counts.fromTries, counts.toTries) < minimum || odds.leastPValue > FALSE_FINDS;
      return { setting, pair, counts, odds, isTooFew };
    });
  });
  const enough = asked.filter(({ isTooFew }) => !isTooFew);
  const left = adjusted(enough.map(({ odds }) => odds.pValue));
  const adjustedOf = new Map(enough.map((one, k) => [one, left[k]!]));
  return asked
    .map((one): Effect => {
      const { setting, pair, counts, odds } = one;
      const after = adjustedOf.get(one);
      return {
        setting,
        from: pair.from,
        to: pair.to,
        oddsRatio: odds.oddsRatio,
        interval95: odds.interval95,
        pValue: odds.pValue,
        adjusted: after ?? 1,
        verdict: after === undefined ? "too few to say" : after <= FALSE_FINDS ? "matters" : "no sign",
        counts,
      };
    })
    .sort((a, b) => a.adjusted - b.adjusted || a.pValue - b.pValue);
}
