import type { APIRoute } from "astro";
import { database } from "../../../../../../server/db/pool.ts";
import { practiceSaid } from "../../../../../../server/practice-said.ts";
import { json, noSuchJob } from "../../../../../../server/problem.ts";
import { findPracticeJob } from "../../../../../../server/store/practice-jobs.ts";

/** What the device of a practised job shows at the step at hand, and how the job ended. */
export const GET: APIRoute = async ({ params }) => {
  const job = await findPracticeJob(database(), params.code!);
  return job ? json(practiceSaid(job, Date.now())) : noSuchJob(params.code);
};
