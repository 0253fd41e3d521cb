import type { APIRoute } from "astro";
import { describeFaults } from "../../../core/faults.ts";
import { benchFit } from "../../../core/heat/bench-fit.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../server/problem.ts";
import { benchFits, keepBenchFit } from "../../../server/store/bench-fits.ts";
import { findJob } from "../../../server/store/jobs.ts";

export const GET: APIRoute = async () => json(await benchFits(database()));

/** Keeps what a run has told of this bench: later predictions are reckoned with it. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = benchFit.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  if (!(await findJob(database(), parsed.data.jobCode))) {
    return problem(404, "No such job", `There is no job ${parsed.data.jobCode}.`);
  }
  await keepBenchFit(database(), parsed.data);
  return json(await benchFits(database()), 201);
};
