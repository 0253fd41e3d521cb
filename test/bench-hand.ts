import { v4 as uuid } from "uuid";
import type { RepairRoute } from "../core/device/routes.ts";
import type { Scene } from "../core/device/scene.ts";
import type { Recorded } from "../core/job/move.ts";
import { nextMove } from "../core/job/plan.ts";
import { deviceRules } from "../core/moves.ts";
import type { StageName } from "../core/stage.ts";
import type { Family } from "../core/stack/family.ts";
import { hopedPlay } from "../core/twin/hoped.ts";
import { playJob, type Play } from "../core/twin/play.ts";
import { families } from "../demo/families.ts";

export const familyNamed = (code: string): Family => families.find((family) => family.code === code)!;

/** Whether a kind of move is asked for next: where a play may stop. */
export const asksFor =
  (kind: string) =>
  (scene: Scene): boolean => {
    const next = nextMove(deviceRules, scene);
    return next !== null && "step" in next && next.step.move.kind === kind;
  };

/** A job that was worked on a twin, as far as it came. */
export interface WorkedJob {
  family: Family;
  scene: Scene;
  moves: (Recorded<StageName> & { toldAt: string; device: string })[];
}

/** Works a job on a twin by its plan until something is so, or to its end. Its last move lies at `endMs` where that is given. */
export function workedTo(
  family: Family,
  route: RepairRoute,
  until: (scene: Scene) => boolean = () => false,
  { endMs, ...more }: Partial<Play> & { endMs?: number } = {},
): WorkedJob {
  const game = playJob(
    deviceRules,
    hopedPlay({
      family,
      route,
      films: route === "film" ? ["front"] : [],
      startMs: Date.parse("2026-01-05T08:00:00Z"),
      who: "tove",
      idOf: () => uuid(),
      ...more,
    }),
  );
  const moves: WorkedJob["moves"] = [];
  let scene: Scene | null = null;
  for (let step = game.next(); !step.done; step = game.next()) {
    const { event } = step.value;
    scene = step.value.scene;
    moves.push({
      ...event,
      stage: event.stage as StageName,
      atMs: Math.round(event.atMs),
      toldAt: new Date(Math.round(event.atMs)).toISOString(),
      device: "bench",
    });
    if (until(scene)) break;
  }
  const byMs = endMs === undefined ? 0 : endMs - moves.at(-1)!.atMs;
  return {
    family,
    scene: scene!,
    moves: moves.map((move) => ({
      ...move,
      atMs: move.atMs + byMs,
      toldAt: new Date(move.atMs + byMs).toISOString(),
    })),
  };
}
