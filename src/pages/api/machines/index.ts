import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { addMachine, newMachine } from "../../../../server/store/people.ts";

/** Makes the token of a machine that posts readings of some quantities; it is shown this once. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = newMachine.safeParse(read.body);
  return parsed.success
    ? json({ code: await addMachine(database(), parsed.data) }, 201)
    : faulty(describeFaults(parsed.error, read.body));
};
