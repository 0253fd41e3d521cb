import type { APIRoute } from "astro";
import { isPracticeCode } from "../../../../../core/practice/attempt.ts";
import { database } from "../../../../../server/db/pool.ts";
import { hotNearby } from "../../../../../server/hot-nearby.ts";
import { json } from "../../../../../server/problem.ts";

/** What is hot at other stations while this job is cleaned; nothing real is beside one that is practised. */
export const GET: APIRoute = async ({ params }) =>
  json(isPracticeCode(params.code!) ? [] : await hotNearby(database(), params.code!, Date.now()));
