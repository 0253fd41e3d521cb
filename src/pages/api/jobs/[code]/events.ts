import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { jobEvent } from "../../../../../core/job/event.ts";
import { database } from "../../../../../server/db/pool.ts";
import { answerAppend, faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { appendEvents, findJob } from "../../../../../server/store/jobs.ts";

const posted = z.array(jobEvent).min(1).max(500);

export const GET: APIRoute = async ({ params }) => {
  const job = await findJob(database(), params.code!);
  return job ? json({ events: job.events }) : problem(404, "No such job", `There is no job ${params.code}.`);
};

/** Adds one event or a list of them, all or none. Sending the same again changes nothing and answers the same. */
export const POST: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const list = Array.isArray(read.body) ? read.body : [read.body];
  const parsed = posted.safeParse(list);
  if (!parsed.success) return faulty(describeFaults(parsed.error, list));
  return answerAppend(await appendEvents(database(), params.code!, parsed.data), parsed.data, params.code!);
};
