import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { wilson95 } from "../statistics/binomial.ts";
import { changePoint } from "../statistics/change-point.ts";
import { quantile } from "../statistics/quantile.ts";
import { groupsOf } from "./groups.ts";
import { effectVerdicts, settingEffects } from "./setting-effects.ts";
import { chartRules, successChart } from "./success-chart.ts";
import { yieldInput, type YieldInput, type YieldJob } from "./yield-input.ts";

/** Shares from 0 to 1. */
const interval = z.tuple([z.number(), z.number()]);
const rate = { tries: z.int(), wins: z.int(), ratePct: z.number(), wilson95: interval };
const setting = z.union([z.number(), z.string(), z.boolean()]);

export const yieldResult = z.strictObject({
  /** Those of most jobs first. Of several keys they stand in the order asked for, with " · " between. */
  groups: z.array(z.strictObject({ key: z.string(), ...rate })),
  chart: z.strictObject({
    points: z.array(
      z.strictObject({
        from: z.string(),
        to: z.string(),
        /** Its first job, where jobs have codes. */
        code: z.string().nullable(),
        tries: z.int(),
        wins: z.int(),
        ratePct: z.number(),
      }),
    ),
    centre: z.number(),
    limits: z.array(z.strictObject({ low: z.number(), high: z.number() })),
    signals: z.array(
      z.strictObject({
        rule: z.enum(chartRules),
        point: z.int(),
        from: z.string(),
        code: z.string().nullable(),
        beforePct: z.number(),
        afterPct: z.number(),
      }),
    ),
  }),
  firstPass: z.strictObject({
    stages: z.array(z.strictObject({ name: z.string(), ...rate })),
    /** How many jobs in a hundred go through all stages at the first try; null where no stage is told. */
    rolledPct: z.number().nullable(),
  }),
  minutes: z.array(
    z.strictObject({ name: z.string(), n: z.int(), median: z.number(), q1: z.number(), q3: z.number() }),
  ),
  /** What was lost, where and why, the most frequent first. */
  losses: z.array(
    z.strictObject({
      stage: z.string().nullable(),
      cause: z.string().nullable(),
      jobs: z.int(),
      sharePct: z.number(),
      cumulativePct: z.number(),
    }),
  ),
  effects: z.array(
    z.strictObject({
      setting: z.string(),
      from: setting,
      to: setting,
      oddsRatio: z.number().nullable(),
      interval95: z.tuple([z.number(), z.number().nullable()]),
      pValue: z.number(),
      adjusted: z.number(),
      verdict: z.enum(effectVerdicts),
      counts: z.strictObject({
        fromTries: z.int(),
        fromWins: z.int(),
        toTries: z.int(),
        toWins: z.int(),
      }),
    }),
  ),
  predicted: z.array(
    z.strictObject({
      what: z.string(),
      n: z.int(),
      /** The middle of how far what was measured lies above what was predicted; null where nothing but zero was. */
      biasPct: z.number().nullable(),
      /** Share that lay within the range that was named, 0 to 1; null where none was named. */
      coverage: z.number().nullable(),
      /** From which job on it was otherwise, where chance alone would hardly look so. */
      drift: z
        .strictObject({
          from: z.string(),
          code: z.string().nullable(),
          beforePct: z.number(),
          afterPct: z.number(),
          pValue: z.number(),
        })
        .nullable(),
    }),
  ),
  assumed: z.array(z.string()),
});
export type Yield = z.output<typeof yieldResult>;

const rateOf = (wins: number, tries: number) => ({
  tries,
  wins,
  ratePct: (100 * wins) / tries,
  wilson95: wilson95(wins, tries),
});

/** What is told under some name, in the order in which the names first come. */
function byName<Told>(told: Iterable<[name: string, of: Told]>): [name: string, of: Told[]][] {
  const all = new Map<string, Told[]>();
  for (const [name, of] of told) {
    const own = all.get(name);
    if (own) own.push(of);
    else all.set(name, [of]);
  }
  return [...all];
}

const isWin = ({ outcome }: Pick<YieldJob, "outcome">) => outcome === "repaired";

function* told<Part, Told>(
  jobs: readonly YieldJob[],
  partsOf: (job: YieldJob) => readonly Part[],
  as: (part: Part, job: YieldJob) => [string, Told],
): Generator<[string, Told]> {
  for (const job of jobs) for (const part of partsOf(job)) yield as(part, job);
}

const inOrder = (values: readonly number[]) => [...values].sort((a, b) => a - b);

function lossesOf(jobs: readonly YieldJob[]): Yield["losses"] {
  const lost = jobs.filter((job) => !isWin(job));
  let before = 0;
  return byName(lost.map(({ lostAt, cause }) => [JSON.stringify([lostAt, cause]), { lostAt, cause }]))
    .sort((a, b) => b[1].length - a[1].length)
    .map(([, own]) => {
      before += own.length;
      return {
        stage: own[0]!.lostAt ?? null,
        cause: own[0]!.cause ?? null,
        jobs: own.length,
        sharePct: (100 * own.length) / lost.length,
        cumulativePct: (100 * before) / lost.length,
      };
    });
}

type Predicted = NonNullable<YieldJob["predictions"]>[number] & { job: YieldJob };

/** A drift is told where chance alone would look like one so rarely. */
const DRIFT = 0.01;

const middleOf = (values: readonly number[]) => quantile(inOrder(values), 0.5);

/** How what was measured stands to what was predicted, in the order in which the jobs ended. */
function predictedOf(what: string, own: readonly Predicted[]): Yield["predicted"][number] {
  const shares = own
    .filter(({ predicted }) => predicted !== 0)
    .map(({ predicted, measured, job }) => ({ aboveBy: 100 * (measured / predicted - 1), job }));
  const above = shares.map(({ aboveBy }) => aboveBy);
  const ranged = own.filter(({ low, high }) => low !== undefined && high !== undefined);
  const within = ranged.filter(({ measured, low, high }) => measured >= low! && measured <= high!);
  const change = changePoint(above);
  const first = change && change.pValue <= DRIFT ? shares[change.at]! : null;
  return {
    what,
    n: own.length,
    biasPct: above.length > 0 ? middleOf(above) : null,
    coverage: ranged.length > 0 ? within.length / ranged.length : null,
    drift: first && {
      from: first.job.endedAt,
      code: first.job.code ?? null,
      beforePct: middleOf(above.slice(0, change!.at)),
      afterPct: middleOf(above.slice(change!.at)),
      pValue: change!.pValue,
    },
  };
}

/**
 * What a shop's own records say: success by group with its interval, over time with what signals, at the first try by stage, minutes, where and
 * why devices were lost, what settings changed, and what was predicted beside what was measured. A job succeeds where it is "repaired"; intervals
 * and limits are shares from 0 to 1, minutes in minutes.
 *
 * @example
 * const job = { endedAt: "2026-03-01", family: "TK-5", route: "layer" };
 * const jobs = Array.from({ length: 10 }, (_, k) => ({ ...job, outcome: k < 8 ? "repaired" : "lost" }));
 * calculateYield({ jobs }).groups.map(({ key, ratePct, wilson95: [low] }) => [key, ratePct, low.toFixed(3)]) // [["TK-5", 80, "0.490"]]
 */
export function calculateYield(input: YieldInput): Yield {
  const asked = yieldInput.parse(input);
  const keys = [asked.by].flat();
  const jobs = [...asked.jobs].sort((a, b) => Date.parse(a.endedAt) - Date.parse(b.endedAt));
  const rates = (named: [string, boolean[]][]) =>
    named.map(([key, own]) => ({ key, ...rateOf(own.filter(Boolean).length, own.length) }));
  const ofJob = (job: YieldJob) => groupsOf(job, keys);
  const firstPass = rates(
    byName(
      told(
        jobs,
        ({ stages }) => stages,
        ({ name, passedFirst }) => [name, passedFirst],
      ),
    ),
  );
  return {
    groups: rates(byName(told(jobs, ofJob, (key, job) => [key, isWin(job)]))).sort(
      (a, b) => b.tries - a.tries || (a.key < b.key ? -1 : 1),
    ),
    chart: successChart(jobs.map((job) => ({ code: job.code, endedAt: job.endedAt, isWin: isWin(job) }))),
    firstPass: {
      stages: firstPass.map(({ key, ...own }) => ({ name: key, ...own })),
      rolledPct:
        firstPass.length === 0
          ? null
          : 100 * firstPass.reduce((share, { ratePct }) => (share * ratePct) / 100, 1),
    },
    minutes: byName(
      told(
        jobs,
        ({ stages }) => stages,
        ({ name, minutes }) => [name, minutes],
      ),
    ).map(([name, own]) => {
      const sorted = inOrder(own);
      return {
        name,
        n: own.length,
        median: quantile(sorted, 0.5),
        q1: quantile(sorted, 0.25),
        q3: quantile(sorted, 0.75),
      };
    }),
    losses: lossesOf(jobs),
    effects: settingEffects(jobs, asked.minimum),
    predicted: byName(
      told(
        jobs,
        ({ predictions = [] }) => predictions,
        (one, job) => [one.what, { ...one, job }],
      ),
    ).map(([what, own]) => predictedOf(what, own)),
    assumed: [],
  };
}

export const yieldOfRecords = defineCalculation({
  name: "yield",
  purpose:
    "What our own records say: success by group and over time, where devices are lost and why, what settings changed.",
  input: yieldInput,
  result: yieldResult,
  calculate: calculateYield,
});
