import type { PlanModel, Step } from "./plan-model.ts";
import type { BenchPlanAsked } from "./bench-plan-input.ts";

interface Part {
  head: number;
  length: number;
  tail: number;
}

/**
 * The earliest end of parts that one machine does one after the other, each not before its head and with its tail to follow, where a part
 * may be broken off: always what has the longest tail. Source: Jackson's rule, broken off (Horn 1974; Carlier 1982, from memory).
 *
 * @example
 * oneMachineBound([{ head: 0, length: 4, tail: 6 }, { head: 1, length: 2, tail: 9 }]) // 12
 */
export function oneMachineBound(parts: readonly Part[]): number {
  const left = parts.map(({ length }) => length);
  const byHead = parts.map((_, k) => k).sort((a, b) => parts[a]!.head - parts[b]!.head);
  const waiting: number[] = [];
  let [now, next, bound] = [0, 0, 0];
  while (next < byHead.length || waiting.length > 0) {
    if (waiting.length === 0) now = Math.max(now, parts[byHead[next]!]!.head);
    while (next < byHead.length && parts[byHead[next]!]!.head <= now) waiting.push(byHead[next++]!);
    waiting.sort((a, b) => parts[a]!.tail - parts[b]!.tail);
    const own = waiting.at(-1)!;
    const until = next < byHead.length ? parts[byHead[next]!]!.head : Infinity;
    const done = Math.min(left[own]!, until - now);
    left[own]! -= done;
    now += done;
    if (left[own]! <= 0) {
      waiting.pop();
      bound = Math.max(bound, now + parts[own]!.tail);
    }
  }
  return bound;
}

/** Of parts that so many do side by side: the heads of the first to begin, the tails of the last to end, and the work between shared out. */
function sharedBound(parts: readonly Part[], many: number): number {
  if (parts.length === 0) return 0;
  const least = (values: number[]) =>
    values
      .sort((a, b) => a - b)
      .slice(0, many)
      .reduce((sum, value) => sum + value, 0);
  const work = parts.reduce((sum, { length }) => sum + length, 0);
  const among = Math.min(many, parts.length);
  return (least(parts.map(({ head }) => head)) + work + least(parts.map(({ tail }) => tail))) / among;
}

/**
 * No plan can do better: of the makespan by the longest job, each station and all hands; of the minutes late by each job alone. Shifts, waits
 * and pinned steps are left out of account, so that the true least may be more.
 */
export function planBound(model: PlanModel, objective: BenchPlanAsked["objective"]): number {
  const parts = new Map<Step, Part>();
  let longest = 0;
  let late = 0;
  for (const { release, due, weight, steps } of model.jobs) {
    let head = steps[0]!.fixed ? 0 : Math.max(release, model.frozenUntil);
    for (const step of steps) {
      if (step.fixed) head = step.fixed.start;
      parts.set(step, { head, length: step.length, tail: 0 });
      head += step.length;
    }
    let tail = 0;
    for (const step of [...steps].reverse()) {
      parts.get(step)!.tail = tail;
      tail += step.length;
    }
    longest = Math.max(longest, head);
    if (head > due) late += weight * (head - due);
  }
  if (objective === "tardiness") return late;
  const of = (isOn: (step: Step) => boolean) => model.steps.filter(isOn).map((step) => parts.get(step)!);
  const each = model.stations.map(({ places, kind }, k) => {
    const own = of(({ station }) => station === k);
    if (places === 1) return oneMachineBound(own);
    if (kind === "places") return sharedBound(own, places);
    // As many together as go into a batch.
    return own.length === 0 ? 0 : Math.max(...own.map(({ head, length, tail }) => head + length + tail));
  });
  const hands = sharedBound(
    of(({ who }) => who !== null),
    model.technicians.length,
  );
  return Math.max(longest, hands, ...each);
}
