import { Effort } from "../effort.ts";
import { randomStream } from "../random.ts";
import { EPSILON } from "./line.ts";
import type { PlanModel, Step, Unit } from "./plan-model.ts";
import { Timetable, type Score } from "./timetable.ts";
import type { BenchPlanAsked } from "./bench-plan-input.ts";

type Objective = BenchPlanAsked["objective"];

/** Below nothing where one score is better than another. */
export function compare(a: Score, b: Score, objective: Objective): number {
  const [first, second] =
    objective === "makespan" ? (["makespan", "tardiness"] as const) : (["tardiness", "makespan"] as const);
  for (const of of ["amiss", first, second] as const)
    if (Math.abs(a[of] - b[of]) > EPSILON) return a[of] - b[of];
  return 0;
}

/** How long what follows a step in its job takes at the least, the step itself left out. */
function tails(model: PlanModel): Float64Array {
  const tail = new Float64Array(model.steps.length);
  for (const { steps } of model.jobs)
    for (let i = steps.length - 2; i >= 0; i -= 1)
      tail[steps[i]!.at] = tail[steps[i + 1]!.at]! + steps[i + 1]!.length;
  return tail;
}

/** Orders to begin with: by what has to begin first to be in time, by what has most before it, by job, by release. */
function firstOrders(model: PlanModel): Unit[][] {
  const tail = tails(model);
  const last = model.jobs.reduce(
    (sum, { steps }) => sum + steps.reduce((all, { length }) => all + length, 0),
    0,
  );
  const by = (key: (step: Step) => number) =>
    model.units
      .map((unit) => ({ unit, value: key(unit.steps[0]!), first: unit.steps[0]!.at }))
      .sort((a, b) => a.value - b.value || a.first - b.first)
      .map(({ unit }) => unit);
  const jobOf = (step: Step) => model.jobs[step.job]!;
  const dueOf = (step: Step) => Math.min(jobOf(step).due, last);
  const work = (step: Step) => step.length + tail[step.at]!;
  return [
    by((step) => dueOf(step) - work(step)),
    by((step) => -work(step)),
    by((step) => dueOf(step) * 1e3 + step.index),
    by(
      (step) =>
        jobOf(step).release +
        jobOf(step)
          .steps.slice(0, step.index)
          .reduce((sum, { length }) => sum + length, 0),
    ),
    by((step) => (dueOf(step) - work(step)) / Math.max(0.01, jobOf(step).weight)),
  ];
}

/** A step that keeps another waiting: the first is to come after the second. */
interface Swap {
  before: Step;
  after: Step;
}

/**
 * What keeps a step from ending sooner, back to the beginning: at each step either the one before it in its job, or one that kept its
 * station or somebody's hands. Of what was kept waiting so, the ends of each row at one station (Nowicki & Smutnicki 1996: swaps within a row
 * gain nothing).
 */
function swapsTo(table: Timetable, end: Step, random: () => number): Swap[] {
  const { model } = table;
  const swaps: Swap[] = [];
  let row: Swap[] = [];
  const closeRow = () => {
    const ends = new Set([row[0], row.at(-1)]);
    for (const swap of ends) if (swap) swaps.push(swap);
    row = [];
  };
  let step = end;
  for (let guard = 0; guard < 2 * model.steps.length; guard += 1) {
    const { steps } = model.jobs[step.job]!;
    const k = step.at;
    const ways: { kind: "job" | "station" | "hands" | "held"; by: Step }[] = [];
    const before = steps[step.index - 1];
    if (table.heldBack[k] && steps[step.index + 1]) ways.push({ kind: "held", by: steps[step.index + 1]! });
    if (table.atOnce[k] && before) ways.push({ kind: "job", by: before });
    const station = table.stationBy[k]!;
    const hands = table.handsBy[k]!;
    if (station >= 0) ways.push({ kind: "station", by: model.steps[station]! });
    if (hands >= 0 && hands !== station) ways.push({ kind: "hands", by: model.steps[hands]! });
    if (ways.length === 0) break;
    const { kind, by } = ways.length === 1 ? ways[0]! : ways[Math.floor(random() * ways.length)]!;
    if (kind === "station" || kind === "hands") {
      if (model.unitOf[by.at] && model.unitOf[k] && by.job !== step.job)
        row.push({ before: by, after: step });
      if (kind === "hands") closeRow();
    } else closeRow();
    step = by;
  }
  closeRow();
  return swaps;
}

/** The order in which one unit comes after another, with what of its own job lies between. */
function swapped(order: readonly Unit[], { before, after }: Swap, model: PlanModel): Unit[] | null {
  const [first, second] = [model.unitOf[before.at]!, model.unitOf[after.at]!];
  const from = order.indexOf(first);
  const to = order.indexOf(second, from + 1);
  if (from < 0 || to < 0) return null;
  const kept: Unit[] = [];
  const moved: Unit[] = [];
  for (let k = from; k <= to; k += 1) (order[k]!.steps[0]!.job === before.job ? moved : kept).push(order[k]!);
  return [...order.slice(0, from), ...kept, ...moved, ...order.slice(to + 1)];
}

/** A swap is not undone for so many turns, and some more by chance. */
const TENURE = 9;
const TENURE_MORE = 8;
/** So many swaps are tried at each turn at the most. */
const MOST_SWAPS = 14;

/** What a try costs beside the places and people that are asked, in such. */
const TURN_COSTS = 40;
/** Of so many steps, after so many turns without a better plan it is left as it is. */
const enoughTurns = (steps: number): number => 3_000 + 60 * steps ** 2;

/** What the search came to. */
export interface Found {
  order: Unit[];
  score: Score;
}

/**
 * Looks for a good order by tabu search: at each turn the best of the swaps that could let what is latest end sooner, none that was just
 * undone, a step given to somebody else, or a unit put off until another step has ended; from time to time back to the best with a few swaps by chance. Ends when the effort is spent or `isEnough`;
 * where it is told of a plan, and at the end, the timetable goes by what that plan has beside its order.
 *
 * Source: critical rows and their ends by Nowicki & Smutnicki 1996, tabu search by Glover 1989 (both from memory).
 */
export function searchPlan(
  table: Timetable,
  objective: Objective,
  seed: number,
  effort: Effort,
  onFound: (found: Found) => void,
  isEnough: (score: Score) => boolean,
): Found {
  const { model } = table;
  const random = randomStream(seed);
  const isSame =
    model.steps.every(({ lengths }) => lengths === null) &&
    model.units.every(({ steps }) => steps.length === 1);
  const byWhom = isSame ? [] : model.steps.filter(({ who, fixed }) => who && who.length > 1 && !fixed);
  const try_ = (order: readonly Unit[]): Score => {
    const before = table.asked;
    const score = table.placeAll(order);
    effort.spend(table.asked - before + TURN_COSTS);
    return score;
  };
  /** In the order in which they begin: then a swap changes nothing but the two. Where steps are linked, or take one longer than another, it could change more. */
  const inOrder = (order: readonly Unit[]): Unit[] =>
    isSame
      ? order
          .map((unit, k) => ({ unit, k, start: table.start[unit.steps[0]!.at]! }))
          .sort((a, b) => a.start - b.start || a.k - b.k)
          .map(({ unit }) => unit)
      : [...order];

  let best: (Found & { by: Int32Array; putOff: Float64Array }) | null = null;
  const keep = (order: readonly Unit[], score: Score): boolean => {
    if (best && compare(score, best.score, objective) >= 0) return false;
    best = { order: [...order], by: table.by.slice(), putOff: table.putOff.slice(), score };
    onFound(best);
    return true;
  };
  for (const order of firstOrders(model)) {
    keep(order, try_(order));
    if (effort.isSpent) break;
  }
  const found = () => best!;
  const backToBest = () => {
    table.by.set(found().by);
    table.putOff.set(found().putOff);
  };
  if (model.units.length < 2) return found();

  const forbidden = new Map<number, number>();
  const key = (a: Step, b: Step) => a.at * model.steps.length + b.at;
  let order = found().order;
  let score = try_(order);
  order = inOrder(order);
  let turn = 0;
  let sinceBest = 0;
  const patience = 400 + 6 * model.steps.length;
  let lastBetter = 0;
  while (!effort.isSpent && !isEnough(found().score) && turn - lastBetter < enoughTurns(model.steps.length)) {
    turn += 1;
    const swaps = candidates(table, score, objective, random);
    let next: { order: Unit[]; score: Score; swap: Swap } | { score: Score; change: Change } | null = null;
    for (const swap of swaps) {
      const tried = swapped(order, swap, model);
      if (!tried) continue;
      const own = try_(tried);
      const isBest = compare(own, found().score, objective) < 0;
      if (!isBest && (forbidden.get(key(swap.after, swap.before)) ?? 0) > turn) continue;
      if (!next || compare(own, next.score, objective) < 0) next = { order: tried, score: own, swap };
      if (effort.isSpent) break;
    }
    for (const change of isSame ? [] : changes(table, byWhom, random)) {
      if (effort.isSpent) break;
      const { of, step, to } = change;
      const had = of[step.at]!;
      of[step.at] = to;
      const own = try_(order);
      of[step.at] = had;
      const isBest = compare(own, found().score, objective) < 0;
      if (!isBest && (forbidden.get(key(step, step)) ?? 0) > turn) continue;
      if (!next || compare(own, next.score, objective) < 0) next = { score: own, change };
    }
    sinceBest += 1;
    if (!next || sinceBest > patience) {
      // Back to the best, a few swaps by chance from it.
      order = [...found().order];
      backToBest();
      score = try_(order);
      order = inOrder(order);
      for (let k = 3 + Math.floor(random() * 8); k > 0 && !effort.isSpent; k -= 1) {
        const some = candidates(table, score, objective, random);
        const swap = some[Math.floor(random() * some.length)];
        const shaken = (swap && swapped(order, swap, model)) ?? shiftedByChance(order, random);
        score = try_(shaken);
        order = inOrder(shaken);
      }
      forbidden.clear();
      sinceBest = 0;
      continue;
    }
    // What was just put behind is not to come before again, what was just changed not to be changed again.
    const [a, b] =
      "swap" in next ? [next.swap.before, next.swap.after] : [next.change.step, next.change.step];
    forbidden.set(key(a, b), turn + TENURE + Math.floor(random() * TENURE_MORE));
    if ("change" in next) next.change.of[next.change.step.at] = next.change.to;
    const then = "swap" in next ? next.order : order;
    score = try_(then);
    order = inOrder(then);
    if (keep(order, score)) {
      sinceBest = 0;
      lastBetter = turn;
    }
  }
  backToBest();
  return found();
}

/** Another value for a step in what the timetable goes by beside the order: who does it, or before when its unit is not begun. */
interface Change {
  of: Int32Array | Float64Array;
  step: Step;
  to: number;
}

/** So many steps are tried in other hands at each turn, and so many units put off. */
const MOST_GIVEN = 3;
const MOST_PUT_OFF = 6;

/** Steps that several can do, each given to somebody by chance; then units, each put off until another step ends, or put off no more. */
function* changes(table: Timetable, byWhom: readonly Step[], random: () => number): Generator<Change> {
  const { model, start, length, by, putOff } = table;
  const among = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)]!;
  const given = Array.from({ length: byWhom.length > 0 ? MOST_GIVEN : 0 }, () => {
    const step = among(byWhom);
    return { of: by, step, to: among([...step.who!, -1]) };
  });
  yield* given;
  const later = Array.from({ length: MOST_PUT_OFF }, () => {
    const [step, other] = [among(model.units).steps[0]!, among(model.steps)];
    const endMin = start[other.at]! + length[other.at]!;
    const mayBe = other.job !== step.job && endMin < Infinity && random() < 0.7;
    return { of: putOff, step, to: mayBe ? endMin : 0 };
  });
  yield* later.filter(({ step, to }) => to !== putOff[step.at]);
}

/** A unit of an order moved back past others of other jobs. */
function shiftedByChance(order: readonly Unit[], random: () => number): Unit[] {
  const from = Math.floor(random() * order.length);
  const unit = order[from]!;
  let to = from;
  while (to > 0 && order[to - 1]!.steps[0]!.job !== unit.steps[0]!.job && random() < 0.9) to -= 1;
  const rest = order.filter((one) => one !== unit);
  return [...rest.slice(0, to), unit, ...rest.slice(to)];
}

/** The swaps to try: those that keep what is late, or what ends last, from ending sooner. */
function candidates(table: Timetable, score: Score, objective: Objective, random: () => number): Swap[] {
  const { model } = table;
  const lasts = model.jobs.map(({ steps }) => steps.at(-1)!);
  const ends: Step[] = [];
  if (score.amiss > EPSILON)
    for (const unit of model.units) {
      const last = unit.steps.at(-1)!;
      if (table.endOf(last) > unit.until + EPSILON || table.start[unit.steps[0]!.at]! > unit.latest + EPSILON)
        ends.push(last);
    }
  if (objective === "tardiness")
    for (const last of lasts) if (table.endOf(last) > model.jobs[last.job]!.due + EPSILON) ends.push(last);
  if (ends.length === 0)
    ends.push(...lasts.filter((last) => table.endOf(last) >= score.makespan - EPSILON).slice(0, 1));
  const swaps = new Map<number, Swap>();
  for (const end of ends)
    for (const swap of swapsTo(table, end, random))
      swaps.set(swap.before.at * model.steps.length + swap.after.at, swap);
  const all = [...swaps.values()];
  // More than that: some by chance.
  for (let k = 0; k < Math.min(MOST_SWAPS, all.length); k += 1) {
    const other = k + Math.floor(random() * (all.length - k));
    [all[k], all[other]] = [all[other]!, all[k]!];
  }
  return all.slice(0, MOST_SWAPS);
}
