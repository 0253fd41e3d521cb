import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { isPracticeCode } from "../../../../../core/practice/attempt.ts";
import { asker } from "../../../../../server/access/asker.ts";
import { isForALead, takesProof } from "../../../../../server/access/signing.ts";
import { makeIfOver } from "../../../../../server/certificates/issue.ts";
import { signInAnswer, wrongAuthor } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, noSuchJob, problem, readBody } from "../../../../../server/problem.ts";
import { appendMoves, movesAfter } from "../../../../../server/store/jobs.ts";
import { appendPracticeMoves, findPracticeJob } from "../../../../../server/store/practice-jobs.ts";
import { practiceLacking } from "../../../../../server/store/practice.ts";
import { practiseFirst } from "../../../../../server/practice-said.ts";
import { answerMoves, sentMove } from "../../../../../server/move-answer.ts";
import { t } from "../../../../../words/server.ts";

const posted = z.array(sentMove).min(1).max(100);

/** What came after the sequence number that a page has. */
export const GET: APIRoute = async ({ params, url }) => {
  const after = Number(url.searchParams.get("after") ?? "0");
  if (!Number.isInteger(after) || after < 0 || after > 1_000_000) {
    return faulty([{ path: "after", message: t("must-be-a-whole-number-from-0") }]);
  }
  const code = params.code!;
  const moves = isPracticeCode(code)
    ? (await findPracticeJob(database(), code))?.moves.filter(({ seq }) => seq > after)
    : await movesAfter(database(), code, after);
  return moves ? json({ moves }) : noSuchJob(params.code);
};

/** Adds moves, all or none, each judged as it is received. The answer is what is kept, with its sequence numbers. */
export const POST: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 1024 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = posted.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const wrong = wrongAuthor(...parsed.data.map(({ who }) => who));
  if (wrong) return wrong;
  if (isPracticeCode(params.code!))
    return answerMoves(
      await appendPracticeMoves(database(), params.code!, parsed.data),
      parsed.data,
      params.code!,
    );
  const by = asker();
  if (parsed.data.some((move) => isForALead(move, by.role)))
    return problem(403, t("not-for-you"), t("a-lead-has-to-sign-for-that"));
  if (!(await takesProof(database(), by, parsed.data))) return signInAnswer(by.who, { sign: true });
  const lacking =
    by.role === "technician" ? await practiceLacking(database(), by.who!, params.code!, parsed.data) : null;
  if (lacking) return practiseFirst(lacking);
  const from = by.role === "technician" ? "bench" : "desk";
  const result = await appendMoves(database(), params.code!, parsed.data, {
    from,
    session: by.session,
  });
  // A job that is over has its certificate made by the version of the product that it ended under.
  if (result.kind === "kept") await makeIfOver(database(), params.code!);
  return answerMoves(result, parsed.data, params.code!);
};
