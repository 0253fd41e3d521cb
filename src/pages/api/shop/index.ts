import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { shopTerms } from "../../../../core/route/route-options.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findTerms, setTerms } from "../../../../server/store/shop.ts";

export const GET: APIRoute = async () => json(await findTerms(database()));

/** Sets what the shop charges and believes. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = shopTerms.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setTerms(database(), parsed.data);
  return json(parsed.data);
};
