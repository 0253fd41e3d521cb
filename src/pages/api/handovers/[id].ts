import type { APIRoute } from "astro";
import { z } from "zod";
import { askedBy } from "../../../../server/asked-by.ts";
import { database } from "../../../../server/db/pool.ts";
import { json, problem } from "../../../../server/problem.ts";
import { takeOver } from "../../../../server/store/shift-handovers.ts";
import { t } from "../../../../words/server.ts";

/** Takes the bench over: somebody else than whoever handed it over has read how it stands. */
export const PUT: APIRoute = async ({ params, request }) => {
  const asked = await askedBy(request);
  if ("answer" in asked) return asked.answer;
  const taken = z.uuid().safeParse(params.id).success
    ? await takeOver(database(), params.id!, asked.who)
    : null;
  return taken ? json(taken) : problem(409, t("cannot-happen-now"), t("somebody-else-takes-over"));
};
