import { LRUCache } from "lru-cache";
import type pg from "pg";
import { planProcedure } from "../core/job/plan.ts";
import { replay } from "../core/job/replay.ts";
import { deviceRules } from "../core/moves.ts";
import { routeNow } from "../core/device/ask.ts";
import type { RepairRoute } from "../core/device/routes.ts";
import { sceneAt, type Scene } from "../core/device/scene.ts";
import { sceneAtStart } from "../core/device/start.ts";
import { stagePaces, type StagePaces } from "../core/plan/stage-paces.ts";
import type { Family } from "../core/stack/family.ts";
import { stageMinutesOf } from "./store/job-records.ts";

/** What a plan of a job that nobody has opened goes by. */
const NOBODY = "?";
/** How long what finished jobs tell is gone by, ms: one more changes little. */
const HOLDS_MS = 10 * 60_000;

/** A job that has only just been opened, in front of the whole repair. */
export function justOpened(family: Family, route: RepairRoute, nowMs: number): Scene {
  const opening = {
    id: NOBODY,
    seq: 1,
    kind: "job-opened",
    version: 1,
    data: {
      complaint: NOBODY,
      route,
      films: route === "film" ? ["front"] : [],
      bondMethod: "liquid",
    },
    stage: "intake",
    who: NOBODY,
    atMs: nowMs,
  };
  const start = sceneAtStart(family, nowMs);
  return sceneAt(start, replay(deviceRules, start, [opening]), nowMs);
}

/** By database too: tests have several. */
const known = new WeakMap<pg.Pool, LRUCache<string, StagePaces>>();

/** How long hands take in each stage of a repair of a family, by the newest jobs that ended well here; usual where too few have. */
export async function ownPaces(
  pool: pg.Pool,
  { family, state }: Pick<Scene, "family" | "state">,
  nowMs: number,
): Promise<StagePaces> {
  const route = routeNow({ family, state } as Scene);
  const kept = known.get(pool) ?? new LRUCache<string, StagePaces>({ max: 500, ttl: HOLDS_MS });
  known.set(pool, kept);
  const of = `${family.code} ${route}`;
  const there = kept.get(of);
  if (there) return there;
  const measured = await stageMinutesOf(pool, family.code, route);
  const whole = measured.length > 0 ? planProcedure(deviceRules, justOpened(family, route, nowMs), 2) : null;
  const paces = whole && !whole.stuck ? stagePaces(whole.steps, measured) : {};
  kept.set(of, paces);
  return paces;
}
