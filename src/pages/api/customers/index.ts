import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { json } from "../../../../server/problem.ts";
import { listCustomers } from "../../../../server/store/customers.ts";

const LONGEST = 120;

/** Customers by name (`?find=` a part of it). */
export const GET: APIRoute = async ({ url }) =>
  json(await listCustomers(database(), (url.searchParams.get("find") ?? "").slice(0, LONGEST)));
