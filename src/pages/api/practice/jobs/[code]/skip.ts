import type { APIRoute } from "astro";
import { wrongAuthor } from "../../../../../../server/asked-by.ts";
import { database } from "../../../../../../server/db/pool.ts";
import { noSuchJob } from "../../../../../../server/problem.ts";
import { findPracticeJob, skipPracticeWait } from "../../../../../../server/store/practice-jobs.ts";

/** Lets the wait that a practised job is in go by. Where it waits for nothing, nothing changes. */
export const POST: APIRoute = async ({ params }) => {
  const job = await findPracticeJob(database(), params.code!);
  if (!job) return noSuchJob(params.code);
  const wrong = wrongAuthor(job.person);
  if (wrong) return wrong;
  await skipPracticeWait(database(), job.code);
  return new Response(null, { status: 204 });
};
