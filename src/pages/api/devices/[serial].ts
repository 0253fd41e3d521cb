import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { json } from "../../../../server/problem.ts";
import { lastJobOf } from "../../../../server/store/tickets.ts";

/** The last job of a device by its serial number; null where none is known. */
export const GET: APIRoute = async ({ params }) => json(await lastJobOf(database(), params.serial ?? ""));
