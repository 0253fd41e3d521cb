import type { Fact } from "./fact.ts";
import type { Message } from "./message.ts";
import type { AnyMove, Recorded, Rules } from "./move.ts";
import { applyMove, moveNamed, standing } from "./replay.ts";

type SceneOf<State> = { state: State; nowMs: number };
type StateBase = { touched: Readonly<Record<string, number>> };

/** Why something may not be recorded: what is missing before it, or what is wrong with it. */
export interface Judgement<F extends Fact> {
  missing: readonly F[];
  fault: Message | null;
}

export const isAllowed = ({ missing, fault }: Judgement<Fact>): boolean =>
  missing.length === 0 && fault === null;

/** Holds a move against the scene: every unmet need, in order, and its fault. What is not known to be so is missing. */
export function judge<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  rules: Rules<Scene, State, F, St, H>,
  scene: Scene,
  move: AnyMove<Scene, State, F, St, H>,
  data: unknown,
): Judgement<F> {
  return {
    missing: move.needs(scene, data).filter((fact) => !rules.holds(scene, fact)),
    fault: move.faults(scene, data),
  };
}

/** Why a press may not be taken back: the first later event that rests on it, and what it would then miss. */
export interface RestsOnIt<F extends Fact> {
  event: Recorded;
  missing: readonly F[];
}

/**
 * Whether a press can be taken back: only needs that its removal breaks count, not what was passed by other rules. Null
 * where nothing that came after rests on it.
 */
export function restsOn<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  rules: Rules<Scene, State, F, St, H>,
  start: Scene,
  events: readonly Recorded[],
  id: string,
): RestsOnIt<F> | null {
  const all = standing(events);
  const at = all.findIndex((event) => event.id === id);
  if (at < 0) return null;
  let withIt = start.state;
  let without = start.state;
  for (const [i, event] of all.entries()) {
    const { kind, version, data, ...stamp } = event;
    const move = moveNamed(rules, kind, version);
    const scene = rules.at(start, withIt, stamp.atMs);
    if (i > at) {
      const other = rules.at(start, without, stamp.atMs);
      const before = new Set(judge(rules, scene, move, data).missing.map((fact) => JSON.stringify(fact)));
      const missing = judge(rules, other, move, data).missing.filter(
        (fact) => !before.has(JSON.stringify(fact)),
      );
      if (missing.length > 0) return { event, missing };
      without = applyMove(move, other, data, stamp);
    } else if (i < at) {
      without = applyMove(move, rules.at(start, without, stamp.atMs), data, stamp);
    }
    withIt = applyMove(move, scene, data, stamp);
  }
  return null;
}
