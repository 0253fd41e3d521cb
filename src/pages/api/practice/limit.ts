import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, readBody } from "../../../../server/problem.ts";
import { practiceLimit, setPracticeLimit } from "../../../../server/store/practice.ts";

/** Sets how sure somebody has to be in practice to count as ready for the bench. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request, 1024);
  if ("answer" in read) return read.answer;
  const parsed = practiceLimit.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setPracticeLimit(database(), parsed.data);
  return new Response(null, { status: 204 });
};
