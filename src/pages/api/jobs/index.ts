import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { jobEvent } from "../../../../core/job/event.ts";
import { database, inTransaction } from "../../../../server/db/pool.ts";
import { jobCode } from "../../../../server/formats/job-document.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { findFamily } from "../../../../server/store/families.ts";
import { createJobWithin, findJobsByCode } from "../../../../server/store/jobs.ts";

const newJob = z.strictObject({
  id: z.uuid({ error: "must be a UUID" }),
  code: jobCode,
  family: z.string(),
  opening: jobEvent,
});

export const GET: APIRoute = async ({ url }) =>
  json(await findJobsByCode(database(), (url.searchParams.get("code") ?? "").slice(0, 40)));

export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = newJob.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { id, code, opening } = parsed.data;
  const family = await findFamily(database(), parsed.data.family);
  if (!family) return faulty([{ path: "family", message: `there is no family ${parsed.data.family}` }]);
  const result = await inTransaction(database(), (client) =>
    createJobWithin(client, { id, code, family, events: [opening] }),
  );
  switch (result.kind) {
    case "created":
      return json({ code }, 201);
    case "here already":
      return json({ code });
    case "code taken":
      return problem(409, "Code taken", `There is a job ${code} already.`, {
        faults: [{ path: "code", message: `${code} is taken by another job` }],
      });
    case "differs":
      return problem(409, "Id taken", "That id stands for another event.");
    case "unknown technician":
      return faulty([{ path: "opening.who", message: `"${opening.who}" is not a technician here` }]);
    case "refused":
      return faulty([{ path: `opening.${result.refusal.path ?? ""}`, message: result.refusal.sentence }]);
  }
};
