import { quantile } from "../statistics/quantile.ts";
import type { StageName } from "../stage.ts";

/** How long hands take, beside the usual minutes of their moves: in the middle of the jobs it is read off, and in the middle half of them. */
export interface Pace {
  pace: number;
  low: number;
  high: number;
  jobs: number;
}

/** The pace in each stage; a stage that is not named goes by the usual minutes. */
export type StagePaces = Readonly<Partial<Record<StageName, Pace>>>;

/** What each stage of a job took, from one press to the next, and how much of it hands were at it, min. */
export type StageMinutes = Readonly<Partial<Record<StageName, { minutes: number; handsMin?: number }>>>;

/** Fewer jobs than this tell nothing. */
const LEAST_JOBS = 5;
/** A pace beyond these tells of pauses, or of presses that came late, not of hands. Common practice, no source. */
const SLOWEST = 2.5;
const FASTEST = 0.4;
/** What is over in less is no stage to read a pace off, min. */
const LEAST_HANDS_MIN = 2;

/** A planned move: hands are at it from `startMs` to `endMs`, what comes before runs by itself. */
interface StagedMove {
  stage: StageName;
  fromMs: number;
  startMs: number;
  endMs: number;
}

/**
 * Paces read off finished jobs: how long hands were at a stage in them, beside its usual minutes of hands. Where a job does not say that apart,
 * what runs by itself in the stage is taken off its minutes.
 *
 * @example
 * const lift = { stage: "lift", fromMs: 0, startMs: 600_000, endMs: 1_200_000 };
 * stagePaces([lift], Array.from({ length: 5 }, () => ({ lift: { minutes: 25 } }))).lift.pace // 1.5
 */
export function stagePaces(planned: readonly StagedMove[], measured: readonly StageMinutes[]): StagePaces {
  const stages = [...new Set(planned.map(({ stage }) => stage))];
  return Object.fromEntries(
    stages.flatMap((stage) => {
      const own = planned.filter((move) => move.stage === stage);
      const sum = (of: (move: StagedMove) => number) => own.reduce((min, move) => min + of(move) / 60_000, 0);
      const handsMin = sum(({ startMs, endMs }) => endMs - startMs);
      const waitMin = sum(({ fromMs, startMs }) => startMs - fromMs);
      const took = measured.flatMap((job) => job[stage] ?? []);
      if (took.length < LEAST_JOBS || handsMin < LEAST_HANDS_MIN) return [];
      const paces = took
        .map((own) => (own.handsMin ?? own.minutes - waitMin) / handsMin)
        .sort((a, b) => a - b);
      const at = (share: number) => Math.min(SLOWEST, Math.max(FASTEST, quantile(paces, share)));
      return [[stage, { pace: at(0.5), low: at(0.25), high: at(0.75), jobs: took.length }]];
    }),
  );
}

/** A finished job: which way it was worked, and by whom. */
export interface PacedJob {
  method: string | null;
  who: string | null;
  stages: StageMinutes;
}

/**
 * The pace of jobs that are worked one way, and of one person in them: each stage by the narrowest group that has enough jobs, from all such
 * jobs by those of the method to the person's own.
 *
 * @param of the method or the person, where they are known
 *
 * @example
 * const lift = { stage: "lift", fromMs: 0, startMs: 0, endMs: 600_000 };
 * const job = (method, minutes) => ({ method, who: "a", stages: { lift: { minutes } } });
 * const jobs = [..."12345"].flatMap(() => [job("plate", 10), job("wire", 20)]);
 * pacesOf([lift], jobs, { method: "wire" }).lift.pace // 2
 */
export function pacesOf(
  planned: readonly StagedMove[],
  jobs: readonly PacedJob[],
  { method, who }: { method?: string | null; who?: string | null } = {},
): StagePaces {
  const read = (isOne: (job: PacedJob) => boolean) =>
    stagePaces(
      planned,
      jobs.filter(isOne).map(({ stages }) => stages),
    );
  const isSo = (job: PacedJob) => job.method === method;
  const isTheirs = (job: PacedJob) => job.who === who;
  return {
    ...read(() => true),
    ...(method ? read(isSo) : {}),
    ...(who ? read(isTheirs) : {}),
    ...(method && who ? read((job) => isSo(job) && isTheirs(job)) : {}),
  };
}
