import type { APIRoute } from "astro";
import { personAsking } from "../../../../../server/access/asker.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json } from "../../../../../server/problem.ts";
import { blockLot, releaseLot } from "../../../../../server/store/lot-blocks.ts";
import { shelvedLots } from "../../../../../server/store/lots.ts";
import { t } from "../../../../../words/server.ts";

/** Blocks a lot, in the name of whoever is signed in: nothing more is taken or laid of it. */
export const PUT: APIRoute = async ({ params }) => {
  const lot = params.lot ?? "";
  if (lot.length > 80) return faulty([{ path: "lot", message: t("must-be-at-most-80-characters") }]);
  await blockLot(database(), lot, personAsking());
  return json(await shelvedLots(database()));
};

/** Lets a lot be taken again. */
export const DELETE: APIRoute = async ({ params }) => {
  await releaseLot(database(), params.lot ?? "");
  return new Response(null, { status: 204 });
};
