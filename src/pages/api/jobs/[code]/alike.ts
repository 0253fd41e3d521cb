import type { APIRoute } from "astro";
import { alikeAsking } from "../../../../../server/alike.ts";
import { database } from "../../../../../server/db/pool.ts";
import { json } from "../../../../../server/problem.ts";

/** The codes of the jobs that were taken in together with this one and ask the customer now as it does. */
export const GET: APIRoute = async ({ params }) =>
  json(await alikeAsking(database(), params.code!, Date.now()));
