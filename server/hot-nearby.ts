import type pg from "pg";
import { keptMethod, seamOf } from "../core/heat/lift-heat.ts";
import { methodOf, settingOf } from "../core/heat/heat-methods.ts";
import { foldJob, stepKey, type JobState } from "../core/job/fold.ts";
import { openJobs } from "./store/jobs.ts";

/** Something that is hot at another station, or may still be. */
export interface HotTool {
  code: string;
  /** What it is, such as "Hot plate". */
  title: string;
  hotC: number;
}

/** A plate or a nozzle counts as hot for so long after its last soak, s. Assumed. */
const COOLING_S = 1_200;

const isHot = (state: JobState, nowMs: number): boolean =>
  !(stepKey("clean", "cold") in state.stepsDone) &&
  state.timers.some(
    ({ timer, stoppedAt }) =>
      timer.startsWith("soak-") && (stoppedAt === null || nowMs - Date.parse(stoppedAt) < COOLING_S * 1_000),
  );

/** What is hot at the other open jobs' stations, the hottest first. */
export async function hotNearby(pool: pg.Pool, code: string, nowMs: number): Promise<HotTool[]> {
  return (await openJobs(pool))
    .filter((job) => job.code !== code)
    .flatMap(({ code: other, family: { family }, events }): HotTool[] => {
      const state = foldJob(events);
      const seam = seamOf(family, state.route);
      const info = methodOf(state.heatMethod);
      if (!seam || info.isCold || info.setting.unit !== "C" || !isHot(state, nowMs)) return [];
      const method = keptMethod(seam, state.heatMethod, state.settings.lift ?? {});
      return [{ code: other, title: info.title, hotC: settingOf(method) }];
    })
    .sort((a, b) => b.hotC - a.hotC);
}
