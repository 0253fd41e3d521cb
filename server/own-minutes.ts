import { LRUCache } from "lru-cache";
import type pg from "pg";
import { planProcedure } from "../core/job/plan.ts";
import { replay } from "../core/job/replay.ts";
import { deviceRules } from "../core/moves.ts";
import type { RepairRoute } from "../core/device/routes.ts";
import { sceneAt, type Scene } from "../core/device/scene.ts";
import { sceneAtStart } from "../core/device/start.ts";
import { pacesOf, type StagePaces } from "../core/plan/stage-paces.ts";
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

/** What the newest jobs of a kind that ended well took here. */
export interface OwnMinutes {
  /** How long hands take in each stage beside the usual, by a method of heating, or of somebody, where that is asked; none where too few jobs have ended. */
  paces: (of?: { method?: string | null; who?: string }) => StagePaces;
  /** What each took in all, min. */
  whole: number[];
}

/** How long whole jobs take is read off so many. */
const NEWEST = 60;

/** By database too: tests have several. */
const known = new WeakMap<pg.Pool, LRUCache<string, OwnMinutes>>();

/** What repairs of a family took here, by the newest jobs. */
export async function ownMinutes(
  pool: pg.Pool,
  family: Family,
  route: RepairRoute,
  nowMs: number,
): Promise<OwnMinutes> {
  const kept = known.get(pool) ?? new LRUCache<string, OwnMinutes>({ max: 500, ttl: HOLDS_MS });
  known.set(pool, kept);
  const of = `${family.code} ${route}`;
  const there = kept.get(of);
  if (there) return there;
  const measured = await stageMinutesOf(pool, family.code, route);
  const plan = measured.length > 0 ? planProcedure(deviceRules, justOpened(family, route, nowMs), 2) : null;
  const planned = plan && !plan.stuck ? plan.steps : [];
  const read = new Map<string, StagePaces>();
  const found: OwnMinutes = {
    paces: ({ method = null, who } = {}) => {
      const key = `${method} ${who}`;
      const paces = read.get(key) ?? pacesOf(planned, measured, { method, who });
      read.set(key, paces);
      return paces;
    },
    whole: measured
      .slice(0, NEWEST)
      .map(({ stages }) => Object.values(stages).reduce((sum, { minutes }) => sum + minutes, 0)),
  };
  kept.set(of, found);
  return found;
}
