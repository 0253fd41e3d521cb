import type { BenchPlan, PlannedStep } from "../../../core/plan/bench-plan.ts";
import { isLater } from "../../../core/plan/line.ts";
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
type PlannedAt = NonNullable<Step["fixed"]>;

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

/** What begins within the next half hour and does not run yet, with what may not wait after it, for whoever plans next. */
export function soonOf(asked: PlanAsked, plan: BenchPlan): PlanPin[] {
  const { stations, jobs } = asked.question;
  const isBatch = (station: string) => stations.find(({ name }) => name === station)?.kind === "batch";
  const chained = new Set<string>();
  return plan.steps.flatMap(({ code, index, station, place, technician, startMin }) => {
    if (startMin >= FROZEN_MIN && !chained.has(`${code} ${index}`)) return [];
    const step = jobs.find((job) => job.code === code)!.steps[index]!;
    if (step.maxWaitAfterMin !== undefined) chained.add(`${code} ${index + 1}`);
    if (isBatch(station) || step.fixed) return [];
    const startAt = new Date(Math.round(asked.fromMs + startMin * MINUTE_MS)).toISOString();
    const fromEnd = fromEndOf(asked, { code, index });
    return [{ code, fromEnd, station, place, technician, startAt }];
  });
}

/** What begins by so much later than it was to is planned anew, min. */
const MOST_LATE_MIN = 15;
/** What begins later than that is not soon, whoever told it, min. */
const FARTHEST_MIN = 240;

/** Whether somebody is at the bench, and a station has such a place: both may have changed since something was told. */
const isHere = ({ technicians, stations }: BenchPlanInput, { station, place, technician }: PlanPin) => ({
  person:
    technician === null ||
    (Array.isArray(technicians) && technicians.some(({ name }) => name === technician)),
  place: place === null || place <= (stations.find(({ name }) => name === station)?.places ?? 1),
});

/**
 * Where what an earlier plan had begin soon stands now: in the same hands, place and order, each as early as it was to begin, or as what comes
 * before it lets it by now. What is much later than it was to be is left to the new plan, with all that follows it in its job; so is what goes into a batch,
 * and what cannot help but wait too long for the next.
 */
export function stillSoon(asked: PlanAsked): { code: string; index: number; at: PlannedAt }[] {
  const heldBackMin = new Map<string, number>();
  for (let tries = 0; ; tries += 1) {
    const { stands, tooLong } = movedBack(asked, heldBackMin);
    if (!tooLong || tries === MOST_TRIES) return stands;
    // It begins later itself, as far as that may be.
    const { key, byMin } = tooLong;
    heldBackMin.set(key, (heldBackMin.get(key) ?? 0) + byMin);
  }
}

/** So often what would wait too long is held back itself. */
const MOST_TRIES = 50;

/** Where it stands with some of it held back; and what of that still waits too long for the next, and by how much. */
function movedBack(
  { question, fromMs, soon }: PlanAsked,
  heldBackMin: ReadonlyMap<string, number>,
): {
  stands: { code: string; index: number; at: PlannedAt }[];
  tooLong: { key: string; byMin: number } | null;
} {
  const free = new Map<string, number>();
  const freeAt = (key: string) => free.get(key) ?? 0;
  const stepsOf = new Map(question.jobs.map(({ code, steps }) => [code, steps]));
  // What runs keeps its only place.
  for (const { steps } of question.jobs) {
    const [first] = steps;
    if (first?.fixed) free.set(`${first.station} 1`, first.fixed.startMin + first.durationMin);
  }
  /** How many of a job's steps are settled, and when the last of them ends. */
  const settled = new Map<string, { many: number; endMin: number }>(
    question.jobs.map(({ code, steps: [first] }) => [
      code,
      first?.fixed ? { many: 1, endMin: first.fixed.startMin + first.durationMin } : { many: 0, endMin: 0 },
    ]),
  );
  const stands = [...soon]
    .sort((a, b) => Date.parse(a.startAt) - Date.parse(b.startAt))
    .flatMap((told) => {
      const { code, fromEnd, station, place, technician, startAt } = told;
      const steps = stepsOf.get(code) ?? [];
      const index = steps.length - 1 - fromEnd;
      const step = steps[index];
      const done = settled.get(code);
      if (!step || step.station !== station || place === null || done?.many !== index) return [];
      const wishedMin = (Date.parse(startAt) - fromMs) / MINUTE_MS;
      const here = isHere(question, told);
      if (!here.person || !here.place || wishedMin > FARTHEST_MIN) return [];
      const [at, hands] = [`${station} ${place}`, technician === null ? null : `by ${technician}`];
      const heldMin = wishedMin + (heldBackMin.get(`${code} ${index}`) ?? 0);
      const startMin = Math.max(heldMin, done.endMin, freeAt(at), hands === null ? 0 : freeAt(hands));
      if (startMin - wishedMin > MOST_LATE_MIN) return [];
      const endMin =
        startMin + ((technician === null ? undefined : step.minutesBy?.[technician]) ?? step.durationMin);
      free.set(at, endMin);
      if (hands !== null) free.set(hands, endMin);
      settled.set(code, { many: index + 1, endMin });
      const { maxWaitAfterMin: wait } = step;
      const latestMin = wait === undefined ? null : endMin + wait;
      const by = technician === null ? {} : { technician };
      return [{ code, index, latestMin, at: { startMin, place, ...by } }];
    });
  let tooLong: { key: string; byMin: number } | null = null;
  // Of each job so far as nothing waits longer than it may, and nothing that may not wait is left open.
  const whole = question.jobs.flatMap(({ code }) => {
    const own = stands.filter((one) => one.code === code);
    const breaks = own.findIndex(
      ({ latestMin }, k) => latestMin !== null && own[k + 1] && isLater(own[k + 1]!.at.startMin, latestMin),
    );
    if (breaks >= 0)
      tooLong ??= {
        key: `${code} ${own[breaks]!.index}`,
        byMin: own[breaks + 1]!.at.startMin - own[breaks]!.latestMin!,
      };
    const upTo = breaks < 0 ? own : own.slice(0, breaks + 1);
    return upTo.slice(0, upTo.findLastIndex(({ latestMin }) => latestMin === null) + 1);
  });
  return { stands: whole, tooLong };
}

const without = (people: BenchPlanInput["technicians"], who: string): BenchPlanInput["technicians"] =>
  Array.isArray(people) ? people.filter(({ name }) => name !== who) : people;

/**
 * The question for the planner: what is pinned and what is frozen stands where it is, what an earlier plan had begin soon as well, and what may
 * come has come. A pin that lies in the past, or on a step that is not there any more, counts as none;
 * one at a place or by somebody that is not there any more holds the moment alone.
 */
export function questionWith(
  asked: PlanAsked,
  pins: readonly PlanPin[],
  {
    frozen = null,
    whatIf = null,
    bySoon = false,
  }: { frozen?: Frozen | null; whatIf?: WhatIf | null; bySoon?: boolean } = {},
): BenchPlanInput {
  const { question, fromMs } = asked;
  const soon = bySoon && !frozen ? stillSoon(asked) : [];
  const away = whatIf?.kind === "away" ? whatIf.who : null;
  const there = (who: string | null) => (who === null || who === away ? {} : { technician: who });
  const fixedOf = (code: string, steps: readonly Step[], step: Step, index: number): Step["fixed"] => {
    if (step.fixed) return step.fixed;
    const pin = pinOf(pins, { code, fromEnd: steps.length - 1 - index });
    const startMin = pin ? (Date.parse(pin.startAt) - fromMs) / MINUTE_MS : -1;
    if (pin && pin.station === step.station && startMin >= 0) {
      const here = isHere(question, pin);
      return {
        startMin,
        ...(pin.place === null || !here.place ? {} : { place: pin.place }),
        ...(step.hands === 0 || !here.person ? {} : there(pin.technician)),
      };
    }
    const stands = frozen?.steps.find((one) => one.code === code && one.index === index);
    // Who is away does not do it now either.
    if (!stands) {
      const at = soon.find((one) => one.code === code && one.index === index)?.at;
      return at && (away === null || at.technician !== away) ? at : undefined;
    }
    if (away !== null && stands.technician === away) return undefined;
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
