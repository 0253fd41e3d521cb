import type { BenchPlan, PlannedStep } from "../../../core/plan/bench-plan.ts";
import type { BenchPlanInput } from "../../../core/plan/bench-plan-input.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import type { PlanPin, PinnedStep } from "../../../server/store/plan-pins.ts";

const MINUTE_MS = 60_000;
/** What begins so soon is not planned anew, min. */
export const FROZEN_MIN = 30;
/** A rush job counts so many times as much as another. */
const RUSH_WEIGHT = 100;

/** Something that may come, to see what it would do. */
export type WhatIf =
  { kind: "away"; who: string } | { kind: "more"; station: string } | { kind: "rush"; code: string };

/** Steps that are not planned anew: where they stand in a plan, and until when nothing else begins, min. */
export interface Frozen {
  steps: readonly PlannedStep[];
  untilMin: number;
}

type Step = BenchPlanInput["jobs"][number]["steps"][number];

const isSame = (a: PinnedStep, b: PinnedStep) => a.code === b.code && a.fromEnd === b.fromEnd;
export const pinOf = (pins: readonly PlanPin[], step: PinnedStep): PlanPin | undefined =>
  pins.find((pin) => isSame(pin, step));
export const withPin = (pins: readonly PlanPin[], pin: PlanPin): PlanPin[] => [
  ...pins.filter((other) => !isSame(other, pin)),
  pin,
];
export const withoutPin = (pins: readonly PlanPin[], step: PinnedStep): PlanPin[] =>
  pins.filter((other) => !isSame(other, step));

/** Which of its job's steps a step of the plan is, counted from the last. */
export const fromEndOf = (
  { question }: PlanAsked,
  { code, index }: Pick<PlannedStep, "code" | "index">,
): number => question.jobs.find((job) => job.code === code)!.steps.length - 1 - index;

/** What begins within the next half hour, as it is planned now. */
export function frozenIn(plan: BenchPlan, nowMin: number): Frozen {
  const untilMin = nowMin + FROZEN_MIN;
  return { steps: plan.steps.filter(({ startMin }) => startMin < untilMin), untilMin };
}

const without = (people: BenchPlanInput["technicians"], who: string): BenchPlanInput["technicians"] =>
  Array.isArray(people) ? people.filter(({ name }) => name !== who) : people;

/**
 * The question for the planner: what is pinned and what is frozen stands where it is, and what may come has come. A pin that lies in the past, or on
 * a step that is not there any more, counts as none.
 */
export function questionWith(
  asked: PlanAsked,
  pins: readonly PlanPin[],
  { frozen = null, whatIf = null }: { frozen?: Frozen | null; whatIf?: WhatIf | null } = {},
): BenchPlanInput {
  const { question, fromMs } = asked;
  const away = whatIf?.kind === "away" ? whatIf.who : null;
  const there = (who: string | null) => (who === null || who === away ? {} : { technician: who });
  const fixedOf = (code: string, steps: readonly Step[], step: Step, index: number): Step["fixed"] => {
    if (step.fixed) return step.fixed;
    const pin = pinOf(pins, { code, fromEnd: steps.length - 1 - index });
    const startMin = pin ? (Date.parse(pin.startAt) - fromMs) / MINUTE_MS : -1;
    if (pin && pin.station === step.station && startMin >= 0)
      return {
        startMin,
        ...(pin.place === null ? {} : { place: pin.place }),
        ...(step.hands === 0 ? {} : there(pin.technician)),
      };
    const stands = frozen?.steps.find((one) => one.code === code && one.index === index);
    // Who is away does not do it now either.
    if (!stands || (away !== null && stands.technician === away)) return undefined;
    const isBatch = question.stations.find(({ name }) => name === step.station)?.kind === "batch";
    return {
      startMin: stands.startMin,
      ...(isBatch ? {} : { place: stands.place }),
      ...(stands.technician === null ? {} : { technician: stands.technician }),
    };
  };
  return {
    ...question,
    ...(frozen ? { frozenUntilMin: frozen.untilMin } : {}),
    technicians: away === null ? question.technicians : without(question.technicians, away),
    stations: question.stations.map((station) =>
      whatIf?.kind === "more" && station.name === whatIf.station
        ? { ...station, places: (station.places ?? 1) + 1 }
        : station,
    ),
    jobs: question.jobs.map((job) => ({
      ...job,
      ...(whatIf?.kind === "rush" && job.code === whatIf.code ? { dueMin: 0, weight: RUSH_WEIGHT } : {}),
      steps: job.steps.map((step, index) => {
        const fixed = fixedOf(job.code, job.steps, step, index);
        return fixed ? { ...step, fixed } : step;
      }),
    })),
  };
}

/** What is next for somebody: the first step of theirs that is not over at a moment, min. */
export const nextFor = ({ steps }: BenchPlan, who: string, nowMin: number): PlannedStep | undefined =>
  steps.find(({ technician, endMin }) => technician === who && endMin > nowMin);
