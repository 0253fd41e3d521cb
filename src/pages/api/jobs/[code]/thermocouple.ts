import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { database } from "../../../../../server/db/pool.ts";
import { drivers } from "../../../../../server/devices/drivers.ts";
import { standInClock, standInTime } from "../../../../../server/devices/stand-in-clock.ts";
import { deviceStream } from "../../../../../server/event-stream.ts";
import { faulty, noSuchJob, problem } from "../../../../../server/problem.ts";
import { sceneOf } from "../../../../../server/store/jobs.ts";
import { findWork } from "../../../../../server/store/practice-jobs.ts";
import { t } from "../../../../../words/server.ts";

/**
 * Server-sent events: what a thermocouple reads in the glue line of this job, or at its joint while that is soldered. It is the stand-in that ships with the product; `?at=`
 * is the page's own time in ms since 1970, so that both go by one clock, `&speed=` lets it live up to 600 times as fast.
 */
export const GET: APIRoute = async ({ params, request, url }) => {
  const asked = Object.fromEntries(url.searchParams);
  const time = standInTime.safeParse(asked);
  if (!time.success) return faulty(describeFaults(time.error, asked));
  const job = await findWork(database(), params.code!);
  if (!job) return noSuchJob(params.code);
  const scene = sceneOf(job, standInClock(time.data)());
  const thermometer = drivers.thermometer({ scene, time: time.data });
  return thermometer
    ? deviceStream(request, thermometer)
    : problem(409, t("nothing-is-heated"), t("this-jobs-route-heats-no-glue-line"));
};
