import type { Scene } from "../../../core/device/scene.ts";
import { sceneAtStart } from "../../../core/device/start.ts";
import { applyMove, moveNamed, standing, TAKEN_BACK } from "../../../core/job/replay.ts";
import { deviceRules } from "../../../core/moves.ts";
import type { StageName } from "../../../core/stage.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { KeptMove } from "../../../server/store/kept-moves.ts";
import { say } from "../../../words/say.ts";

/** One line of the log. */
export interface LogRow {
  id: string;
  kind: string;
  stage: StageName;
  /** Said only where it is read: a log has hundreds of lines, and a page mostly shows one of them. */
  text: () => string;
  who: string;
  atMs: number;
  isTakenBack: boolean;
}

/** What was recorded, oldest first, each said as it was: by the device before it. What was taken back stays, struck out. */
export function logRows(family: Family, moves: readonly KeptMove[]): LogRow[] {
  const stands = new Set(standing(moves).map(({ id }) => id));
  let before: Scene = sceneAtStart(family, 0);
  return moves.flatMap(({ id, seq, kind, version, data, stage, who, atMs }): LogRow[] => {
    if (kind === TAKEN_BACK) return [];
    const move = moveNamed(deviceRules, kind, version);
    const scene = before;
    const text = () => say(move.words(scene, data));
    const row = { id, kind, stage: stage as StageName, text, who, atMs };
    if (!stands.has(id)) return [{ ...row, isTakenBack: true }];
    const at = { ...before, nowMs: atMs };
    before = deviceRules.at(at, applyMove(move, at, data, { id, seq, who, atMs }), atMs);
    return [{ ...row, isTakenBack: false }];
  });
}
