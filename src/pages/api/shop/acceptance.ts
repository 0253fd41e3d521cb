import type { APIRoute } from "astro";
import { acceptanceTable } from "../../../../core/prove/acceptance.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findAcceptance, setAcceptance } from "../../../../server/store/shop.ts";

export const GET: APIRoute = async () => json(await findAcceptance(database()));

/** Sets what the shop lets pass under the glass. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = acceptanceTable.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setAcceptance(database(), parsed.data);
  return json(parsed.data);
};
