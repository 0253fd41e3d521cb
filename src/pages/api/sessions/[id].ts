import type { APIRoute } from "astro";
import { z } from "zod";
import { endSession } from "../../../../server/access/sign-in.ts";
import { database } from "../../../../server/db/pool.ts";
import { problem } from "../../../../server/problem.ts";
import { t } from "../../../../words/server.ts";

/** Signs somebody out somewhere. */
export const DELETE: APIRoute = async ({ params }) => {
  if (!z.uuid().safeParse(params.id).success) return problem(404, t("not-there"), t("that-is-not-there"));
  await endSession(database(), params.id!);
  return new Response(null, { status: 204 });
};
