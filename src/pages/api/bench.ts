import type { APIRoute } from "astro";
import { benchNow } from "../../../server/bench.ts";
import { database } from "../../../server/db/pool.ts";
import { json } from "../../../server/problem.ts";

export const GET: APIRoute = async () => json(await benchNow(database(), Date.now()));
