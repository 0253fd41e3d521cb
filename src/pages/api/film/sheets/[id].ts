import type { APIRoute } from "astro";
import { z } from "zod";
import { database } from "../../../../../server/db/pool.ts";
import { problem } from "../../../../../server/problem.ts";
import { discardSheet } from "../../../../../server/store/film-shelf.ts";
import { t } from "../../../../../words/server.ts";

/** Takes a sheet off the shelf for good: spoilt, lost, thrown away. */
export const DELETE: APIRoute = async ({ params }) =>
  z.uuid().safeParse(params.id).success && (await discardSheet(database(), params.id!))
    ? new Response(null, { status: 204 })
    : problem(404, t("no-such-sheet"), t("that-sheet-is-not-on-the-shelf-2"));
