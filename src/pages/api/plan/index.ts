import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { planAsked } from "../../../../server/plan.ts";
import { json } from "../../../../server/problem.ts";

/** What the bench is to plan now: the question for `bench-plan`, what is held, and what is left out. */
export const GET: APIRoute = async () => json(await planAsked(database(), Date.now()));
