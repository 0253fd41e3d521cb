import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { hotNearby } from "../../../../../server/hot-nearby.ts";
import { json } from "../../../../../server/problem.ts";

/** What is hot at other stations while this job is cleaned. */
export const GET: APIRoute = async ({ params }) =>
  json(await hotNearby(database(), params.code!, Date.now()));
