import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { personAsking } from "../../../../server/access/asker.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { enrolTablet, newDevice } from "../../../../server/store/people.ts";

/** Makes the code that enrols a tablet under a name. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = newDevice.safeParse(read.body);
  return parsed.success
    ? json({ code: await enrolTablet(database(), parsed.data.name, personAsking()) }, 201)
    : faulty(describeFaults(parsed.error, read.body));
};
