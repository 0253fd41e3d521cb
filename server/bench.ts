import type pg from "pg";
import { foldJob, runningTimers, type Timer } from "../core/job/fold.ts";
import { needOf, nextAction, type Need } from "../core/job/next-action.ts";
import { routes, stageTitles } from "../core/job/route.ts";
import { openJobs } from "./store/jobs.ts";

/** One open job as the bench shows it. */
export interface BenchRow {
  code: string;
  family: string;
  route: string;
  stage: string;
  complaint: string;
  dueAt: string | null;
  need: Need;
  ask: string;
  lengthsMm: readonly number[];
  timers: Timer[];
  /** The timer that the next step waits for. */
  waitsFor: string | null;
  lastAt: string;
}

export async function benchRows(pool: pg.Pool, nowMs: number): Promise<BenchRow[]> {
  return (await openJobs(pool)).map(({ code, family, events }) => {
    const context = { state: foldJob(events), family: family.family, nowMs };
    const { state } = context;
    const action = nextAction(context);
    return {
      code,
      family: `${family.family.code} ${family.family.name.toLowerCase()}`,
      route: routes[state.route].title,
      stage: stageTitles[state.present ?? state.upcoming ?? "close"],
      complaint: state.complaint,
      dueAt: state.dueAt,
      need: needOf(context, action),
      ask: action?.ask ?? "",
      lengthsMm: action?.lengthsMm ?? [],
      timers: runningTimers(state),
      waitsFor: action?.timer ?? null,
      lastAt: events.at(-1)!.at,
    };
  });
}
