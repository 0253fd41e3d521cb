import { randomUUID } from "node:crypto";
import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { jobEvent, readingKindNames } from "../../../../../core/job/event.ts";
import { foldJob } from "../../../../../core/job/fold.ts";
import { database } from "../../../../../server/db/pool.ts";
import { answerAppend, faulty, problem, readBody } from "../../../../../server/problem.ts";
import { appendEvents, findJob } from "../../../../../server/store/jobs.ts";

const told = z.strictObject({
  /** The same id again is the same reading; a logger that never repeats itself may leave it out. */
  id: z.uuid({ error: "must be a UUID" }).optional(),
  who: z.string({ error: "must be the key of a technician" }),
  quantity: z
    .enum(readingKindNames, { error: `must be one of ${readingKindNames.join(", ")}` })
    .default("glue line"),
  value: z.number({ error: "must be a number" }),
  at: z.iso.datetime({ error: "must be a time in UTC such as 2026-03-01T08:30:00Z" }).optional(),
});

/** Takes one reading from a logger: a value now, or at the time it names. It belongs to the stage at hand. */
export const POST: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = told.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, "No such job", `There is no job ${params.code}.`);
  const { id = randomUUID(), who, quantity, value, at } = parsed.data;
  const state = foldJob(job.events);
  const now = new Date().toISOString();
  const event = {
    id,
    stage: state.present ?? state.upcoming ?? "close",
    kind: "reading-taken",
    who,
    at: now,
    data: { quantity, source: "logger", values: [{ at: at ?? now, value }] },
  };
  const checked = jobEvent.safeParse(event);
  if (!checked.success) return faulty(describeFaults(checked.error, event));
  return answerAppend(await appendEvents(database(), job.code, [checked.data]), [checked.data], job.code);
};
