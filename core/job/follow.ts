import type { Fact } from "./fact.ts";
import type { Rules } from "./move.ts";
import { nextMove, type Planned } from "./plan.ts";
import { applyMove } from "./replay.ts";

type SceneOf<State> = { state: State; nowMs: number };
type StateBase = { touched: Readonly<Record<string, number>> };

/**
 * Does what the plan asks for, as it is hoped to go, until a step is reached that is asked for, or until all is done.
 *
 * @returns the scene before that step, and the step; null where it was never reached
 */
export function followPlan<
  Scene extends SceneOf<State>,
  State extends StateBase,
  F extends Fact,
  St extends string,
  H extends string,
>(
  rules: Rules<Scene, State, F, St, H>,
  from: Scene,
  isReached: (step: Planned<Scene, State, F, St, H>, scene: Scene) => boolean,
  firstSeq = 1,
): { scene: Scene; step: Planned<Scene, State, F, St, H> | null; seq: number } {
  let scene = from;
  for (let seq = firstSeq; seq < firstSeq + 600; seq += 1) {
    const next = nextMove(rules, scene);
    if (next === null || "stuck" in next) return { scene, step: null, seq };
    const { step } = next;
    const { move, data } = step;
    const atMs = Math.max(scene.nowMs, step.notBeforeMs ?? 0);
    if (isReached(step, scene)) return { scene: { ...scene, nowMs: atMs }, step, seq };
    const nowMs = atMs + move.minutes(scene, data) * 60_000;
    const doneAt = { ...scene, nowMs };
    const stamp = { id: `followed-${seq}`, seq, atMs: nowMs, who: "noor" };
    scene = rules.at(doneAt, applyMove(move, doneAt, data, stamp), nowMs);
  }
  return { scene, step: null, seq: firstSeq + 600 };
}
