import type { APIRoute } from "astro";
import { programOf } from "../../../../../core/bond/bubbles.ts";
import { describeFaults } from "../../../../../core/faults.ts";
import { foldJob } from "../../../../../core/job/fold.ts";
import { database } from "../../../../../server/db/pool.ts";
import { simulatedChamber } from "../../../../../server/devices/simulated-chamber.ts";
import { standInClock, standInTime } from "../../../../../server/devices/stand-in-clock.ts";
import { deviceStream } from "../../../../../server/event-stream.ts";
import { faulty, problem } from "../../../../../server/problem.ts";
import { findJob } from "../../../../../server/store/jobs.ts";

/**
 * Server-sent events: pressure and temperature of the chamber that this job is in. It is the stand-in that ships with the product; `?at=` is
 * the page's own time in ms since 1970, `&speed=` lets it live up to 600 times as fast.
 */
export const GET: APIRoute = async ({ params, request, url }) => {
  const asked = Object.fromEntries(url.searchParams);
  const time = standInTime.safeParse(asked);
  if (!time.success) return faulty(describeFaults(time.error, asked));
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, "No such job", `There is no job ${params.code}.`);
  const state = foldJob(job.events);
  const run = state.timers.filter(({ timer }) => timer === "chamber").at(-1);
  if (!run) return problem(409, "Not in the chamber", "This job was not put into the chamber.");
  const device = simulatedChamber(
    programOf(state.settings.bond),
    Date.parse(run.startedAt),
    standInClock(time.data),
    Math.random,
    time.data.speed,
  );
  return deviceStream(request, device);
};
