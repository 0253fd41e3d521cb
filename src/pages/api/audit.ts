import type { APIRoute } from "astro";
import { findAudit } from "../../../server/access/audit.ts";
import { database } from "../../../server/db/pool.ts";
import { json } from "../../../server/problem.ts";

const LONGEST = 120;

/** The trail of who did what, newest first (`?find=` a part of a line). */
export const GET: APIRoute = async ({ url }) =>
  json(await findAudit(database(), (url.searchParams.get("find") ?? "").slice(0, LONGEST)));
