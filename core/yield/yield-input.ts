import { z } from "zod";
import { bounded, boundedWhole, oneOf, words } from "../units.ts";
import { usual } from "../usual.ts";
import { t } from "../../words/yield.ts";

export const jobOutcomes = ["repaired", "assembly", "lost", "returned"] as const;

/** What jobs are told apart by. */
export const yieldKeys = ["family", "route", "method", "technician", "station", "lot"] as const;
export type YieldKey = (typeof yieldKeys)[number];

/** The most jobs that are asked about at once. */
export const MOST_JOBS = 10_000;
const MOST_SETTINGS = 40;

const moment = z.union([z.iso.datetime({ offset: true }), z.iso.date()], {
  error: () => t("must-be-a-day-or-a-time"),
});

const setting = z.union([bounded(-1e9, 1e9), z.boolean(), words(80)], {
  error: () => t("must-be-a-setting"),
});
export type Setting = z.output<typeof setting>;

/** What was predicted of a job and measured of it, in any unit; with the range that the prediction named where it named one. */
const prediction = z.strictObject({
  what: words(80),
  predicted: bounded(-1e9, 1e9),
  measured: bounded(-1e9, 1e9),
  low: bounded(-1e9, 1e9).optional(),
  high: bounded(-1e9, 1e9).optional(),
});

const stage = z.strictObject({
  name: words(40),
  minutes: bounded(0, 100_000),
  /** As many of them as hands were at it. */
  handsMin: bounded(0, 100_000).optional(),
  /** It went right at the first try. */
  passedFirst: z.boolean({ error: () => t("must-be-true-or-false") }),
});

const job = z.strictObject({
  code: words(40).optional(),
  endedAt: moment,
  family: words(80),
  route: words(80),
  method: words(80).optional(),
  technician: words(80).optional(),
  station: words(80).optional(),
  /** Whatever of a lot went into it. */
  lots: z.array(words(80)).max(50).optional(),
  settings: z
    .record(words(80), setting)
    .refine((settings) => Object.keys(settings).length <= MOST_SETTINGS, {
      error: () => t("has-more-settings-than", { most: MOST_SETTINGS }),
    })
    .optional(),
  stages: usual(z.array(stage).max(40), [], "no stage of a job is told"),
  outcome: oneOf(jobOutcomes),
  /** The stage at which it was lost, or which it came back for. */
  lostAt: words(40).optional(),
  cause: words(200).optional(),
  predictions: z.array(prediction).max(200).optional(),
});
export type YieldJob = z.output<typeof job>;

const key = oneOf(yieldKeys);

export const yieldInput = z.strictObject({
  jobs: z.array(job).max(MOST_JOBS),
  by: usual(z.union([key, z.array(key).min(1).max(3)]), "family", "jobs are told apart by family"),
  /** With fewer jobs on either side nothing is said of a setting. */
  minimum: usual(
    boundedWhole(2, 1_000),
    5,
    "nothing is said of a setting with fewer than five jobs on either side",
  ),
});
export type YieldInput = z.input<typeof yieldInput>;
