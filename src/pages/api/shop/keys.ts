import type { APIRoute } from "astro";
import { listShopKeys, replaceShopKey } from "../../../../server/certificates/shop-key.ts";
import { database } from "../../../../server/db/pool.ts";
import { json } from "../../../../server/problem.ts";

/** The keys that the shop seals its certificates by: the one of now, and those before it. */
export const GET: APIRoute = async () => json(await listShopKeys(database()));

/** Makes a new one; the answer is all of them. */
export const POST: APIRoute = async () => {
  await replaceShopKey(database());
  return json(await listShopKeys(database()), 201);
};
