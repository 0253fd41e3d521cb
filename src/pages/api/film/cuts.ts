import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { wrongAuthor } from "../../../../server/asked-by.ts";
import { database } from "../../../../server/db/pool.ts";
import { answerMoves } from "../../../../server/move-answer.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { cutFilm, filmCutting } from "../../../../server/store/film-shelf.ts";
import { t } from "../../../../words/server.ts";

/** Cuts sheets up for jobs: their moves, the sheets off the shelf, the remnants back on it, or nothing of it. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = filmCutting.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const wrong = wrongAuthor(parsed.data.who);
  if (wrong) return wrong;
  const result = await cutFilm(database(), parsed.data);
  switch (result.kind) {
    case "cut":
      return json({ remnants: result.remnants, jobs: result.jobs }, 201);
    case "cut before":
      return json({ remnants: [], jobs: [] });
    case "differs":
      return problem(409, t("id-taken"), t("this-id-stands-for-another-cutting"));
    case "no such sheet":
      return problem(409, t("sheet-gone"), t("that-sheet-is-not-on-the-shelf"), {
        faults: [{ path: result.path, message: t("must-be-a-sheet-on-the-shelf") }],
      });
    case "no such job":
      return faulty([{ path: result.path, message: t("there-is-no-job-3", { code: result.code }) }]);
    case "faulty":
      return faulty([{ path: result.path, message: result.message }]);
    case "job refused":
      return answerMoves(result.result, result.moves, result.code);
  }
};
