import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { listShopKeys, replaceShopKey } from "../../../../server/certificates/shop-key.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";

const posted = z.strictObject({ replaces: z.string().max(64) });

/** The keys that the shop seals its certificates by: the one of now, and those before it. */
export const GET: APIRoute = async () => json(await listShopKeys(database()));

/** Makes a new one in the place of that of now, which has to be named: sent twice it is one. The answer is all of them. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = posted.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const isNew = await replaceShopKey(database(), parsed.data.replaces);
  return json(await listShopKeys(database()), isNew ? 201 : 200);
};
