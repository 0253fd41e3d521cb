import type { APIRoute } from "astro";
import { LRUCache } from "lru-cache";
import { z } from "zod";
import { choiceAsked, usualChoices } from "../../../../../core/device/choice-asked.ts";
import { describeFaults } from "../../../../../core/faults.ts";
import { nextMove } from "../../../../../core/job/plan.ts";
import { deviceRules } from "../../../../../core/moves.ts";
import { database } from "../../../../../server/db/pool.ts";
import { offThread } from "../../../../../server/off-thread/off-thread.ts";
import { faulty, json, noSuchJob } from "../../../../../server/problem.ts";
import { benchFits, stationAsked } from "../../../../../server/store/bench-fits.ts";
import { partingAt } from "../../../../../server/store/bench-parting.ts";
import { sceneOf } from "../../../../../server/store/jobs.ts";
import { findWork } from "../../../../../server/store/practice-jobs.ts";

/** A setting that was worked out for a step before any dial was turned. */
export interface FirstChoice {
  /** Of the step, by `choiceAsked`. */
  key: string;
  /** Of the dials, as JSON. */
  of: string;
  data: unknown;
}

/** Pages of a job ask for the same until its next move. */
const known = new LRUCache<string, FirstChoice>({ max: 50 });

/**
 * The setting of the step that is next, by the usual dials: `?station=3` by what that station measured of itself. A page that has just been
 * opened has it before the worker that follows the dials. Null where nothing is to be worked out.
 */
export const GET: APIRoute = async ({ params, url, request }) => {
  const station = url.searchParams.get("station");
  const parsed = z.object({ station: stationAsked }).safeParse({ station });
  if (!parsed.success) return faulty(describeFaults(parsed.error, { station }));
  const job = await findWork(database(), params.code!);
  if (!job) return noSuchJob(params.code);
  const nowMs = Date.now();
  const next = nextMove(deviceRules, sceneOf(job, nowMs));
  if (!next || !("step" in next)) return json(null);
  const { seq, atMs: lastMs } = job.moves.at(-1)!;
  const { move, data } = next.step;
  const asked = choiceAsked(move.kind, data, { seq, lastMs, nowMs }, (ms) => sceneOf(job, ms));
  if (!asked) return json(null);
  const scene = sceneOf(job, nowMs);
  const [fits, parting] = await Promise.all([
    benchFits(database(), parsed.data.station),
    partingAt(database(), scene),
  ]);
  const choices = usualChoices({ fits, parting });
  const of = JSON.stringify(choices);
  const name = `${job.id} ${asked.key} ${of}`;
  const before = known.get(name);
  if (before) return json(before);
  const chosen = { key: asked.key, of, data: await offThread("choose", { asked, choices }, request.signal) };
  known.set(name, chosen);
  return json(chosen);
};
