import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { shopBench } from "../../../../core/plan/shop-bench.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findBench, setBench } from "../../../../server/store/shop.ts";

export const GET: APIRoute = async () => json(await findBench(database()));

/** Sets what the shop has and when it works: the plan of the day is made with it. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = shopBench.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setBench(database(), parsed.data);
  return json(parsed.data);
};
