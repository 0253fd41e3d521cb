import type { BenchPlanInput } from "../../../core/plan/bench-plan-input.ts";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import { quantile } from "../../../core/statistics/quantile.ts";
import type { PromiseAsked } from "../../../server/plan.ts";
import { questionWith } from "../plan/plan-question.ts";

/** Of how many such jobs the promise holds, of ten. */
export const HELD_OF_TEN = 8;
/** Paces that are planned for: shares of all such jobs that are faster. */
const SHARES = [0.1, 0.3, 0.5, 0.7, 0.9] as const;
/** A plan for a promise needs no long search, s. */
const SEARCH_S = 0.15;

/** No job has such a code as the new ones have until they are opened. */
const isNew = (code: string, of: string): boolean => of.startsWith(code);

/**
 * The questions for the planner: so many new jobs after all that is there already, as slow as one in ten, as three in ten and so on; one where no
 * pace is known.
 */
export function promiseQuestions({ asked, code, steps, paces }: PromiseAsked, many = 1): BenchPlanInput[] {
  const sorted = [...paces].sort((a, b) => a - b);
  const question = questionWith(asked, asked.pins);
  const own = sorted.length > 0 ? SHARES.map((share) => quantile(sorted, share)) : [1];
  return own.map((pace) => ({
    ...question,
    timeLimitS: SEARCH_S,
    jobs: [
      ...question.jobs,
      ...Array.from({ length: many }, (_, k) => ({
        code: `${code}${k}`,
        steps: steps.map((step) => ({ ...step, durationMin: step.durationMin * pace })),
      })),
    ],
  }));
}

/** When the new jobs are ready in so many of ten cases, min from the plan's beginning; null where it does not fit. */
export function readyMin({ code }: PromiseAsked, plans: readonly BenchPlan[]): number | null {
  const ends = plans.map(({ steps, infeasible }) =>
    infeasible && isNew(code, infeasible.code)
      ? Infinity
      : Math.max(...steps.filter((step) => isNew(code, step.code)).map(({ endMin }) => endMin)),
  );
  const sorted = ends.sort((a, b) => a - b);
  const latest = quantile(sorted, (HELD_OF_TEN / 10 - SHARES[0]) / (SHARES.at(-1)! - SHARES[0]));
  const at = sorted.length === 1 ? sorted[0]! : latest;
  return Number.isFinite(at) ? at : null;
}
