import { median } from "../median.ts";
import type { StageName } from "../stage.ts";

/** How long hands take in a stage here, beside the usual minutes of its moves; a stage that is not named goes by those. */
export type StagePaces = Readonly<Partial<Record<StageName, number>>>;

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
 * Paces read off finished jobs: the middle of what a stage took in them, less what runs by itself in it, beside its usual minutes of hands.
 * `measured` gives for each job the minutes of each of its stages, from one press to the next.
 *
 * @example
 * const lift = { stage: "lift", fromMs: 0, startMs: 600_000, endMs: 1_200_000 };
 * stagePaces([lift], Array.from({ length: 5 }, () => ({ lift: 25 }))) // { lift: 1.5 }
 */
export function stagePaces(
  planned: readonly StagedMove[],
  measured: readonly Readonly<Partial<Record<StageName, number>>>[],
): StagePaces {
  const stages = [...new Set(planned.map(({ stage }) => stage))];
  return Object.fromEntries(
    stages.flatMap((stage) => {
      const own = planned.filter((move) => move.stage === stage);
      const sum = (of: (move: StagedMove) => number) => own.reduce((min, move) => min + of(move) / 60_000, 0);
      const handsMin = sum(({ startMs, endMs }) => endMs - startMs);
      const waitMin = sum(({ fromMs, startMs }) => startMs - fromMs);
      const took = measured.flatMap((job) => job[stage] ?? []);
      if (took.length < LEAST_JOBS || handsMin < LEAST_HANDS_MIN) return [];
      const pace = (median(took) - waitMin) / handsMin;
      return [[stage, Math.min(SLOWEST, Math.max(FASTEST, pace))]];
    }),
  );
}
