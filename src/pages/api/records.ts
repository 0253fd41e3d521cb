import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import { utcTime } from "../../../core/units.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty } from "../../../server/problem.ts";
import { recordsAsText } from "../../../server/store/job-records.ts";
import { readPreferences } from "../../ui/preferences.ts";

const asked = z.object({ from: utcTime(), to: utcTime() });

/** What the jobs tell that ended in a time (`?from=` and `to=`), as the calculation `yield` takes it; of the people only who is at this bench. */
export const GET: APIRoute = async ({ url, request }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = asked.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const { who } = readPreferences(request.headers.get("cookie"));
  const text = await recordsAsText(database(), {
    fromMs: Date.parse(parsed.data.from),
    toMs: Date.parse(parsed.data.to),
    who,
  });
  return new Response(text, { headers: { "content-type": "application/json" } });
};
