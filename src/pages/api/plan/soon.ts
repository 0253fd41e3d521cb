import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { keepSoon, planSoon } from "../../../../server/store/plan-soon.ts";

/** Keeps what begins within the next half hour where a plan has it, until it begins. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request, 128 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = planSoon.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return json(await keepSoon(database(), parsed.data.steps, Date.now()));
};
