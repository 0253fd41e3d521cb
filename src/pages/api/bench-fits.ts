import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import { fitToKeep } from "../../../core/heat/bench-fit.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty, json, noSuchJob, readBody } from "../../../server/problem.ts";
import { benchFits, keepBenchFit, stationAsked } from "../../../server/store/bench-fits.ts";
import { findJob } from "../../../server/store/jobs.ts";

/** What a station goes by: `?station=3`, or those without a number. */
export const GET: APIRoute = async ({ url }) => {
  const asked = url.searchParams.get("station");
  const parsed = z.object({ station: stationAsked }).safeParse({ station: asked });
  return parsed.success
    ? json(await benchFits(database(), parsed.data.station))
    : faulty(describeFaults(parsed.error, { station: asked }));
};

/** Keeps what a run has told of this bench: later predictions are worked out with it. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = fitToKeep.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  if (!(await findJob(database(), parsed.data.jobCode))) {
    return noSuchJob(parsed.data.jobCode);
  }
  await keepBenchFit(database(), parsed.data);
  return json(await benchFits(database(), parsed.data.station), 201);
};
