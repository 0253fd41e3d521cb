import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { oneOf } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { answerMoves } from "../../../../../server/move-answer.ts";
import { faulty, problem } from "../../../../../server/problem.ts";
import { answerOffer } from "../../../../../server/store/offers.ts";
import { t } from "../../../../../words/server.ts";

const posted = z.strictObject({ answer: oneOf(["yes", "no"]) });
/** "answer=yes" and no more. */
const MOST_BYTES = 100;

/** Notes what the customer answered, and shows it. Pressed again it shows what was answered first. */
export const POST: APIRoute = async ({ params, request }) => {
  const text = Number(request.headers.get("content-length") ?? 0) > MOST_BYTES ? "" : await request.text();
  const body = Object.fromEntries(new URLSearchParams(text));
  const parsed = posted.safeParse(body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, body));
  const answered = await answerOffer(database(), params.token!, parsed.data.answer);
  if (answered.kind === "no such offer")
    return problem(404, t("no-such-record"), t("there-is-no-such-record"));
  if (answered.kind === "moves" && answered.result.kind !== "kept")
    return answerMoves(answered.result, [], answered.code);
  return new Response(null, { status: 303, headers: { location: `/c/offer/${params.token!}` } });
};
