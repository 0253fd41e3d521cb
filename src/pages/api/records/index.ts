import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { timeAsked } from "../../../../server/time-asked.ts";
import { faulty } from "../../../../server/problem.ts";
import { recordsAsText } from "../../../../server/store/job-records.ts";
import { readPreferences } from "../../../ui/preferences.ts";

/** What the jobs tell that ended in a time (`?from=` and `to=`), as the calculation `yield` takes it; of the people only who is at this bench. */
export const GET: APIRoute = async ({ url, request }) => {
  const time = timeAsked(url);
  if ("faults" in time) return faulty(time.faults);
  const { who } = readPreferences(request.headers.get("cookie"));
  const text = await recordsAsText(database(), {
    ...time,
    who,
  });
  return new Response(text, { headers: { "content-type": "application/json" } });
};
