import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json } from "../../../../../server/problem.ts";
import { blockLot, releaseLot } from "../../../../../server/store/lot-blocks.ts";
import { shelvedLots } from "../../../../../server/store/lots.ts";
import { t } from "../../../../../words/server.ts";
import { readPreferences } from "../../../../ui/preferences.ts";

/** Blocks a lot, in the name of whoever is at the bench: nothing more is taken or laid of it. */
export const PUT: APIRoute = async ({ params, request }) => {
  const lot = params.lot ?? "";
  if (lot.length > 80) return faulty([{ path: "lot", message: t("must-be-at-most-80-characters") }]);
  const { who } = readPreferences(request.headers.get("cookie"));
  return (await blockLot(database(), lot, who))
    ? json(await shelvedLots(database()))
    : faulty([{ path: "who", message: t("say-who-is-at-the-bench") }]);
};

/** Lets a lot be taken again. */
export const DELETE: APIRoute = async ({ params }) => {
  await releaseLot(database(), params.lot ?? "");
  return new Response(null, { status: 204 });
};
