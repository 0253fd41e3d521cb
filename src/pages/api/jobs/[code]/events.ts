import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { jobEvent } from "../../../../../core/job/event.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
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
  const result = await appendEvents(database(), params.code!, parsed.data);
  switch (result.kind) {
    case "kept":
      return json({ added: result.added, events: result.events }, result.added > 0 ? 201 : 200);
    case "refused":
      return problem(409, result.refusal.hold ? "On hold" : "Cannot happen now", result.refusal.sentence, {
        hold: result.refusal.hold?.name,
        event: parsed.data[result.index]!.id,
        faults: [
          {
            path: `[${result.index}].data${result.refusal.path ? `.${result.refusal.path}` : ""}`,
            message: result.refusal.sentence,
          },
        ],
      });
    case "differs":
      return problem(
        409,
        "Id taken",
        `The id ${parsed.data[result.index]!.id} stands for another event already.`,
        {
          event: parsed.data[result.index]!.id,
        },
      );
    case "unknown technician":
      return faulty([
        {
          path: `[${result.index}].who`,
          message: `"${parsed.data[result.index]!.who}" is not a technician here`,
        },
      ]);
    case "no such job":
      return problem(404, "No such job", `There is no job ${params.code}.`);
  }
};
