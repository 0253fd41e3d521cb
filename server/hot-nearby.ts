import type pg from "pg";
import { heatOfJob, type HotTool } from "../core/clean/hot-tool.ts";
import { openJobs, sceneOf } from "./store/jobs.ts";

/** Something that is hot at the station of another job. */
export interface HotNearby extends HotTool {
  code: string;
}

/** A plate or a nozzle counts as hot for so long after its last soak, s. Assumed. */
const COOLING_S = 1_200;

/** What is hot at the other open jobs' stations, the hottest first. */
export async function hotNearby(pool: pg.Pool, code: string, nowMs: number): Promise<HotNearby[]> {
  return (await openJobs(pool))
    .filter((job) => job.code !== code)
    .flatMap((job): HotNearby[] => {
      const scene = sceneOf(job, nowMs);
      const isHot = scene.state.lift.soaks.some(
        ({ endedMs }) => endedMs === null || nowMs - endedMs < COOLING_S * 1_000,
      );
      const tool = isHot ? heatOfJob(scene) : null;
      return tool ? [{ code: job.code, ...tool }] : [];
    })
    .sort((a, b) => b.hotC - a.hotC);
}
