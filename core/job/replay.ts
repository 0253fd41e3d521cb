import type { Fact } from "./fact.ts";
import type { AnyMove, Recorded, Rules, Stamp } from "./move.ts";

type SceneOf<State> = { state: State; nowMs: number };
type StateBase = { touched: Readonly<Record<string, number>> };

/** The kind under which a press is taken back. */
export const TAKEN_BACK = "taken-back";

/** Raised where a record holds a move that this version does not know: it is refused, never passed over. */
export class UnknownMove extends Error {
  readonly kind: string;
  readonly version: number;
  constructor(kind: string, version: number) {
    super(`This version does not know "${kind}" in version ${version}.`);
    this.name = "UnknownMove";
    this.kind = kind;
    this.version = version;
  }
}

const tables = new WeakMap<object, Map<string, unknown>>();

/** The move of a kind, or a clear refusal. */
export function moveNamed<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(rules: Rules<Scene, State, F, St, H>, kind: string, version?: number): AnyMove<Scene, State, F, St, H> {
  let table = tables.get(rules.moves) as Map<string, AnyMove<Scene, State, F, St, H>> | undefined;
  if (!table) {
    table = new Map(rules.moves.map((move) => [move.kind, move]));
    tables.set(rules.moves, table);
  }
  const move = table.get(kind);
  if (!move || (version !== undefined && version !== move.version)) {
    throw new UnknownMove(kind, version ?? 0);
  }
  return move;
}

/** What one move makes of the state: its own effect, and what it has touched. Judges nothing. */
export function applyMove<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(move: AnyMove<Scene, State, F, St, H>, scene: Scene, data: unknown, stamp: Stamp): State {
  const touches = move.reopens(scene, data);
  const state = move.does(scene, data, stamp);
  if (touches.length === 0) return state;
  const touched: Record<string, number> = { ...state.touched };
  for (const thing of touches) touched[thing] = stamp.seq;
  return { ...state, touched };
}

/** Events that stand: without those that were taken back, and without the taking back. */
export function standing(events: readonly Recorded[]): Recorded[] {
  const gone = new Set<string>();
  for (const { kind, data, id } of [...events].reverse()) {
    if (kind === TAKEN_BACK && !gone.has(id)) gone.add((data as { event: string }).event);
  }
  return events.filter(({ kind, id }) => kind !== TAKEN_BACK && !gone.has(id));
}

/** Folds what is recorded, oldest first, to where the device stands. Never judges: that was done when each was accepted. */
export function replay<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(rules: Rules<Scene, State, F, St, H>, start: Scene, events: readonly Recorded[]): State {
  let state = start.state;
  for (const { kind, version, data, ...stamp } of standing(events)) {
    const move = moveNamed(rules, kind, version);
    state = applyMove(move, rules.at(start, state, stamp.atMs), data, stamp);
  }
  return state;
}

/** Where a device stands after more was recorded, from where it stood: the same as `replay` of all. Null where something was taken back. */
export function replayOn<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(rules: Rules<Scene, State, F, St, H>, start: Scene, stood: State, more: readonly Recorded[]): State | null {
  if (more.some(({ kind }) => kind === TAKEN_BACK)) return null;
  return replay(rules, { ...start, state: stood }, more);
}
