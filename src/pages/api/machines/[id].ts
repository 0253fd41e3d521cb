import type { APIRoute } from "astro";
import { z } from "zod";
import { database } from "../../../../server/db/pool.ts";
import { problem } from "../../../../server/problem.ts";
import { revokeMachine } from "../../../../server/store/people.ts";
import { t } from "../../../../words/server.ts";

/** Takes a machine's secret back: nothing that it sends is taken any more. */
export const DELETE: APIRoute = async ({ params }) => {
  const isThere = z.uuid().safeParse(params.id).success && (await revokeMachine(database(), params.id!));
  return isThere ? new Response(null, { status: 204 }) : problem(404, t("not-there"), t("that-is-not-there"));
};
