import { z } from "zod";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { Effort } from "../effort.ts";
import { t } from "../../words/plan.ts";
import {
  benchPlanInput,
  peopleOf,
  type BenchPlanAsked,
  type BenchPlanInput,
  type Shift,
} from "./bench-plan-input.ts";
import { EPSILON, isLater } from "./line.ts";
import { planBound } from "./plan-bound.ts";
import { planModel, type Step } from "./plan-model.ts";
import { searchPlan, type Found } from "./plan-search.ts";
import { Timetable, type Score } from "./timetable.ts";

/** What a step waited for until it began. */
export const waitedFor = [
  "nothing",
  "step before",
  "step after",
  "station",
  "hands",
  "shift",
  "pinned",
] as const;

export const benchPlanResult = z.strictObject({
  /** By the moment at which they begin. */
  steps: z.array(
    z.strictObject({
      code: z.string(),
      /** Its place among the job's steps, from 0. */
      index: z.int(),
      station: z.string(),
      /** Its place at the station, from 1; in a batch which of it. */
      place: z.int(),
      technician: z.string().nullable(),
      startMin: z.number(),
      endMin: z.number(),
      why: z.enum(waitedFor),
    }),
  ),
  makespanMin: z.number(),
  /** Minutes late, each job's times its weight. */
  tardinessMin: z.number(),
  late: z.array(z.strictObject({ code: z.string(), byMin: z.number() })),
  /** What is to be least can be no less. */
  lowerBoundMin: z.number(),
  /** How far above that the plan may be, as a share of its own, %. */
  gapPct: z.number(),
  /** A job for which no room was found, and why; the plan keeps what does fit. */
  infeasible: z.strictObject({ code: z.string(), sentence: z.string() }).optional(),
  assumed: z.array(z.string()),
});
export type BenchPlan = z.output<typeof benchPlanResult>;
export type PlannedStep = BenchPlan["steps"][number];

/** So many places and people are asked in a second of search: by count, not by a clock, so that the same question gives the same plan. */
const ASKED_PER_S = 8_000_000;

/** A better plan is told no more often than after such a share of the search. */
const TELL_EACH = 0.01;

/** Who cannot be planned, before anything is tried: a step with hands that nobody can do, or only in shifts that are too short. */
function hopeless({ technicians, shifts, jobs }: BenchPlanAsked): BenchPlan["infeasible"] {
  const people = peopleOf(technicians);
  for (const { code, steps } of jobs)
    for (const { station, hands, durationMin, minutesBy = {}, fixed } of steps) {
      if (!hands || fixed) continue;
      const who = people.filter(({ can }) => !can || can.includes(station));
      if (who.length === 0) return { code, sentence: t("nobody-works-at", { station }) };
      const canDo = (one: (typeof who)[number]) =>
        [shifts, one.shifts].every(
          (own: readonly Shift[] | undefined) =>
            !own ||
            own.some(({ fromMin, toMin }) => !isLater(minutesBy[one.name] ?? durationMin, toMin - fromMin)),
        );
      if (!who.some(canDo)) return { code, sentence: t("no-shift-is-long-enough", { station, durationMin }) };
    }
  return undefined;
}

/** What stands against a timetable: the first thing amiss. */
function amissIn(table: Timetable): BenchPlan["infeasible"] {
  const { model } = table;
  const clash = table.clashes[0];
  if (clash) {
    const code = model.jobs[clash.step.job]!.code;
    const station = model.stations[clash.step.station]!.name;
    return {
      code,
      sentence: t("pinned-step-clashes", { way: clash.way, station, step: clash.step.index + 1 }),
    };
  }
  for (const { code, steps } of model.jobs)
    for (const [i, step] of steps.entries()) {
      const start = table.start[step.at]!;
      const before = steps[i - 1];
      const station = model.stations[step.station]!.name;
      if (start === Infinity) return { code, sentence: t("does-not-fit-into-the-shifts", { station }) };
      if (before && isLater(table.endOf(before), start))
        return {
          code,
          sentence: t("does-not-end-before-the-pinned", { station: model.stations[before.station]!.name }),
        };
      // Where both are pinned, that is how it was or is to be.
      const isPinned = step.fixed !== null && before?.fixed !== null;
      if (before && !isPinned && isLater(start, table.endOf(before) + before.wait))
        return {
          code,
          sentence: t("waits-longer-than-it-may", {
            why: whyOf(table, step),
            station,
            waitMin: before.wait,
          }),
        };
    }
  return undefined;
}

function whyOf(table: Timetable, step: Step): PlannedStep["why"] {
  const k = step.at;
  if (step.fixed) return "pinned";
  if (table.heldBack[k]) return "step after";
  if (table.atOnce[k]) return step.index > 0 ? "step before" : "nothing";
  if (table.atShift[k]) return "shift";
  return table.handsBy[k]! >= 0 ? "hands" : "station";
}

function planOf(
  table: Timetable,
  { order }: Found,
  bound: number,
  objective: BenchPlanAsked["objective"],
): BenchPlan {
  const { model } = table;
  const { makespan, tardiness } = table.placeAll(order);
  const infeasible = amissIn(table);
  const steps = model.steps
    .filter(({ at }) => table.start[at]! < Infinity)
    .map((step): PlannedStep => {
      const who = table.technician[step.at]!;
      return {
        code: model.jobs[step.job]!.code,
        index: step.index,
        station: model.stations[step.station]!.name,
        place: table.place[step.at]! + 1,
        technician: who < 0 ? null : model.technicians[who]!.name,
        startMin: table.start[step.at]!,
        endMin: table.endOf(step),
        why: whyOf(table, step),
      };
    })
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
  const value = objective === "makespan" ? makespan : tardiness;
  return {
    steps,
    makespanMin: makespan,
    tardinessMin: tardiness,
    late: model.jobs.flatMap(({ code, due, steps: own }) => {
      const byMin = table.endOf(own.at(-1)!) - due;
      return byMin > EPSILON && byMin < Infinity ? [{ code, byMin }] : [];
    }),
    lowerBoundMin: bound,
    gapPct: value > bound + EPSILON ? (100 * (value - bound)) / value : 0,
    ...(infeasible ? { infeasible } : {}),
    assumed: [],
  };
}

/**
 * Who goes on which station when: a plan in which every step has its place and, where it needs hands, somebody who can do it and is there,
 * waits are kept and batches begin together; what is late counts least, or when all is done. Minutes from the plan's beginning.
 *
 * Steps are placed one after the other at the earliest moment that is free, in an order that is searched for by swaps of steps that keep what
 * is late waiting. A heuristic: `lowerBoundMin` says what could not be passed in any way. The same question gives the same plan. Told on the
 * way: the best plan so far. Sources: placing in order (Kolisch 1996), swaps at the ends of critical rows (Nowicki & Smutnicki 1996), tabu
 * search (Glover 1989), all from memory.
 *
 * @example
 * const stations = [{ name: "plate" }, { name: "bench" }];
 * const steps = [{ station: "plate", durationMin: 20, hands: 0 }, { station: "bench", durationMin: 10, hands: 1 }];
 * const jobs = [{ code: "A", steps }, { code: "B", steps }];
 * calculateBenchPlan({ stations, technicians: 1, jobs, timeLimitS: 0.1 }).makespanMin // 50
 */
export function calculateBenchPlan(
  input: BenchPlanInput,
  onProgress: OnProgress = () => undefined,
): BenchPlan {
  const asked = benchPlanInput.parse(input);
  const { objective, timeLimitS, seed } = asked;
  const model = planModel(asked);
  const bound = planBound(model, objective);
  const none = hopeless(asked);
  if (none)
    return {
      steps: [],
      makespanMin: 0,
      tardinessMin: 0,
      late: [],
      lowerBoundMin: bound,
      gapPct: 0,
      infeasible: none,
      assumed: [],
    };
  const table = new Timetable(model);
  const effort = new Effort(timeLimitS * ASKED_PER_S);
  let told = -1;
  const tell = (found: Found) => {
    if (effort.share - told < TELL_EACH) return;
    told = effort.share;
    onProgress(told, planOf(table, found, bound, objective));
  };
  const shortest = planBound(model, "makespan");
  const isBest = ({ amiss, makespan, tardiness }: Score) =>
    amiss <= EPSILON &&
    makespan <= shortest + EPSILON &&
    (objective === "makespan" || tardiness <= bound + EPSILON);
  const found = searchPlan(table, objective, seed, effort, tell, isBest);
  return planOf(table, found, bound, objective);
}

export const benchPlan = defineCalculation({
  name: "bench-plan",
  purpose:
    "Who goes on which station when: every step with its place, its hands and its waits, as little late as can be.",
  input: benchPlanInput,
  result: benchPlanResult,
  calculate: (input, onProgress) => calculateBenchPlan(input, onProgress),
});
