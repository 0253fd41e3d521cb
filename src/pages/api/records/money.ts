import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json } from "../../../../server/problem.ts";
import { moneyByFamily } from "../../../../server/store/job-records.ts";
import { timeAsked } from "../../../../server/time-asked.ts";

/** What the jobs brought and took that ended in a time (`?from=` and `to=`), by family. */
export const GET: APIRoute = async ({ url }) => {
  const time = timeAsked(url);
  return "faults" in time ? faulty(time.faults) : json(await moneyByFamily(database(), time));
};
