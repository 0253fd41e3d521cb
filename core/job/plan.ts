import { sameFact, type Fact } from "./fact.ts";
import type { AnyMove, Rules } from "./move.ts";
import { applyMove } from "./replay.ts";

type SceneOf<State> = { state: State; nowMs: number };
type StateBase = { touched: Readonly<Record<string, number>> };

/** One move of a procedure, about to be done. */
export interface Planned<Scene, State, F extends Fact, St extends string, H extends string> {
  move: AnyMove<Scene, State, F, St, H>;
  data: unknown;
  /** What it is done for: the goal at hand, and the facts from there down to the one that it brings about. */
  for: readonly F[];
  /** Nothing but time is missing: it can be done from then on. */
  notBeforeMs: number | null;
}

/** A move of a whole procedure, with its usual time: what is before it ends at `fromMs`, hands are at it from `startMs` to `endMs`. */
export interface PlannedAt<Scene, State, F extends Fact, St extends string, H extends string> extends Planned<
  Scene,
  State,
  F,
  St,
  H
> {
  stage: St;
  fromMs: number;
  startMs: number;
  endMs: number;
}

export interface Plan<Scene, State, F extends Fact, St extends string, H extends string> {
  steps: readonly PlannedAt<Scene, State, F, St, H>[];
  /** The goal for which no way was found, and the need at which the search ended; null where all are reached. */
  stuck: { goal: F; at: F } | null;
  /** Where the device stands after the last step. */
  end: Scene;
}

/** More moves than this no job has; a search that goes on is going round. */
const MOST_MOVES = 600;
const DEEPEST = 24;
/** So many waits, one after the other, before one move. */
const MOST_WAITS = 4;

interface Table<Scene, State, F extends Fact, St extends string, H extends string> {
  byFact: Map<string, AnyMove<Scene, State, F, St, H>[]>;
}
const tables = new WeakMap<object, unknown>();

function tableOf<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(rules: Rules<Scene, State, F, St, H>): Table<Scene, State, F, St, H> {
  const kept = tables.get(rules.moves) as Table<Scene, State, F, St, H> | undefined;
  if (kept) return kept;
  const byFact = new Map<string, AnyMove<Scene, State, F, St, H>[]>();
  for (const move of rules.moves) {
    for (const name of move.meets) byFact.set(name, [...(byFact.get(name) ?? []), move]);
  }
  const table = { byFact };
  tables.set(rules.moves, table);
  return table;
}

/** A search for the next move, as far as it has come. */
interface Search<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
> {
  rules: Rules<Scene, State, F, St, H>;
  byFact: Map<string, AnyMove<Scene, State, F, St, H>[]>;
  nowMs: number;
  /** From the goal down to the fact at hand. */
  chain: F[];
  /** The deepest fact that was looked for: where it ended, if it ends. */
  at: F;
  deepest: number;
}

/** What brings a fact about, or leads to it; null where nothing does. */
function reach<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(search: Search<Scene, State, F, St, H>, fact: F, from: Scene): Planned<Scene, State, F, St, H> | null {
  const { chain, byFact } = search;
  if (chain.length > DEEPEST) return null;
  for (const other of chain) if (sameFact(other, fact)) return null;
  if (chain.length > search.deepest) {
    search.deepest = chain.length;
    search.at = fact;
  }
  chain.push(fact);
  for (const move of byFact.get(fact.is) ?? []) {
    for (const data of move.offers(from, fact)) {
      const step = withNeeds(search, move, data, from);
      if (step) {
        chain.pop();
        return step;
      }
    }
  }
  chain.pop();
  return null;
}

/**
 * The scene once a move has waited for all that time alone brings about, and the first need that time does not; null where that takes more waits than
 * there are.
 */
export function afterWaits<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  rules: Rules<Scene, State, F, St, H>,
  move: AnyMove<Scene, State, F, St, H>,
  data: unknown,
  from: Scene,
): { then: Scene; missing: F | null } | null {
  let then = from;
  for (let waits = 0; waits < MOST_WAITS; waits += 1) {
    let missing: F | null = null;
    for (const wanted of move.needs(then, data)) {
      if (!rules.holds(then, wanted)) {
        missing = wanted;
        break;
      }
    }
    if (missing === null) return { then, missing };
    const untilMs = rules.untilMs(then, missing);
    if (untilMs === null || untilMs <= then.nowMs) return { then, missing };
    then = { ...then, nowMs: untilMs };
  }
  return null;
}

/** A move, or what leads to it: needs that only want time are waited for, the first other one is brought about. */
function withNeeds<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  search: Search<Scene, State, F, St, H>,
  move: AnyMove<Scene, State, F, St, H>,
  data: unknown,
  from: Scene,
): Planned<Scene, State, F, St, H> | null {
  const { rules, chain, nowMs } = search;
  const waited = afterWaits(rules, move, data, from);
  if (!waited) return null;
  const { then, missing } = waited;
  // What else is missing can be brought about while something waits: it is looked for from now, not from then.
  if (missing !== null) return reach(search, missing, from);
  if (move.faults(then, data) !== null) return null;
  return { move, data, for: [...chain], notBeforeMs: then.nowMs > nowMs ? then.nowMs : null };
}

/**
 * The next move towards a list of goals: the one that brings about the first unmet goal, or, where its own needs are
 * unmet, the first of those, and so on down. Deterministic: the same scene gives the same move. Null where all goals are met.
 *
 * @returns the move, or where the search ended
 */
export function nextMove<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  rules: Rules<Scene, State, F, St, H>,
  scene: Scene,
): { step: Planned<Scene, State, F, St, H> } | { stuck: { goal: F; at: F } } | null {
  for (const goal of rules.goals(scene)) {
    if (rules.holds(scene, goal)) continue;
    const { byFact } = tableOf(rules);
    const search = { rules, byFact, nowMs: scene.nowMs, chain: [], at: goal, deepest: -1 };
    const step = reach(search, goal, scene);
    return step ? { step } : { stuck: { goal, at: search.at } };
  }
  return null;
}

/**
 * The whole procedure from here: the next move, then the next on a copy of the state, until every goal is met. Waits are
 * passed over on the copy's own clock. Bounded; says where no way was found.
 */
export function planProcedure<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(rules: Rules<Scene, State, F, St, H>, from: Scene, firstSeq: number): Plan<Scene, State, F, St, H> {
  const steps: PlannedAt<Scene, State, F, St, H>[] = [];
  let scene = from;
  for (let n = 0; n < MOST_MOVES; n += 1) {
    const next = nextMove(rules, scene);
    if (next === null) return { steps, stuck: null, end: scene };
    if ("stuck" in next) return { steps, stuck: next.stuck, end: scene };
    const { step } = next;
    const { move, data } = step;
    const startMs = Math.max(scene.nowMs, step.notBeforeMs ?? 0);
    const nowMs = startMs + move.minutes(scene, data) * 60_000;
    steps.push({ ...step, stage: move.stage(scene, data), fromMs: scene.nowMs, startMs, endMs: nowMs });
    const doneAt = { ...scene, nowMs };
    const stamp = { id: `planned-${n}`, seq: firstSeq + n, atMs: nowMs, who: "" };
    scene = rules.at(doneAt, applyMove(move, doneAt, data, stamp), nowMs);
  }
  const [goal] = rules.goals(scene).filter((fact) => !rules.holds(scene, fact));
  return { steps, stuck: goal ? { goal, at: goal } : null, end: scene };
}
