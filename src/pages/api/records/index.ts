import type { APIRoute } from "astro";
import { asker, personAsking } from "../../../../server/access/asker.ts";
import { database } from "../../../../server/db/pool.ts";
import { timeAsked } from "../../../../server/time-asked.ts";
import { faulty } from "../../../../server/problem.ts";
import { recordsAsText } from "../../../../server/store/job-records.ts";

/** What the jobs tell that ended in a time (`?from=` and `to=`), as the calculation `yield` takes it; of the people only who asks, or all of them for a lead and an owner. */
export const GET: APIRoute = async ({ url }) => {
  const time = timeAsked(url);
  if ("faults" in time) return faulty(time.faults);
  const { role } = asker();
  // Of the people each sees only themselves, but for who answers for them all.
  const who = role === "lead" || role === "owner" ? null : personAsking();
  const text = await recordsAsText(database(), { ...time, who });
  return new Response(text, { headers: { "content-type": "application/json" } });
};
