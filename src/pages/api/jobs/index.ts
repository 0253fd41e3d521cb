import type { APIRoute } from "astro";
import { z } from "zod";
import { oneOff } from "../../../../core/stack/one-off.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { wrongAuthor } from "../../../../server/asked-by.ts";
import { database } from "../../../../server/db/pool.ts";
import { jobCode } from "../../../../server/formats/job-document.ts";
import { answerMoves, sentMove } from "../../../../server/move-answer.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { findFamily } from "../../../../server/store/families.ts";
import { createJobs, type OpenedJob } from "../../../../server/store/jobs.ts";
import { jobQuery, searchJobs } from "../../../../server/store/job-search.ts";
import { ticket, ticketFaults } from "../../../../server/store/tickets.ts";
import { t } from "../../../../words/server.ts";
import { uuid } from "../../../../core/units.ts";

/** Panels of a batch beyond the first: alike but for what is here. */
const MOST_LIKE_IT = 49;
const likeIt = z.strictObject({ id: uuid(), code: jobCode, event: uuid(), serial: ticket.shape.serial });

const newJob = z
  .strictObject({
    id: uuid(),
    code: jobCode,
    family: z.string().optional(),
    /** A single device, known by its size and how it is made, in place of a family. */
    device: oneOff.optional(),
    /** Whose device it is, and which. */
    ticket: ticket.optional(),
    opening: sentMove,
    /** More of the same that came with it: each is a job of its own. */
    like: z.array(likeIt).max(MOST_LIKE_IT).default([]),
  })
  .refine(({ family, device }) => (family === undefined) !== (device === undefined), {
    error: () => t("must-be-given-or-device-and-not"),
    path: ["family"],
  })
  .refine(({ device, like }) => device === undefined || like.length === 0, {
    error: () => t("a-single-device-is-one"),
    path: ["like"],
  });

/** Jobs of every state, ended ones too: 30 at a time, by `?find=`, `state`, `route`, `family`, `lot`, `order` and `skip`. */
export const GET: APIRoute = async ({ url }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = jobQuery.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  return json(await searchJobs(database(), parsed.data));
};

/** Opens a job, or a batch of jobs, all or none. The opening of each is its first move. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 64 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = newJob.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { id, code, opening, device, like } = parsed.data;
  if (opening.kind !== "job-opened") {
    return faulty([{ path: "opening.kind", message: t("must-be-job-opened") }]);
  }
  const notTheirs = wrongAuthor(opening.who);
  if (notTheirs) return notTheirs;
  const asked = parsed.data.ticket;
  const wrong = asked ? await ticketFaults(database(), code, asked) : [];
  if (wrong.length > 0)
    return faulty(wrong.map(({ path, message }) => ({ path: `ticket.${path}`, message })));
  const of = device ?? (await findFamily(database(), parsed.data.family!));
  if (!of)
    return faulty([
      { path: "family", message: t("there-is-no-family-2", { family: parsed.data.family ?? "" }) },
    ]);
  const first: OpenedJob = { id, code, of, opening, ticket: asked ?? null };
  const { job, result } = await createJobs(database(), [
    first,
    ...like.map(({ id: own, code: ownCode, event, serial }): OpenedJob => ({
      id: own,
      code: ownCode,
      of,
      opening: { ...opening, id: event },
      // Which of them came back is said of one.
      ticket: asked ? { ...asked, serial, cameBack: null } : null,
    })),
  ]);
  if (result.kind === "code taken") {
    return problem(409, t("code-taken"), t("there-is-a-job-already", { code: job.code }), {
      faults: [{ path: "code", message: t("is-taken-by-another-job", { code: job.code }) }],
    });
  }
  return answerMoves(result, [job.opening], job.code);
};
