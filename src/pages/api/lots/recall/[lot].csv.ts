import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { recallList } from "../../../../../server/store/lot-blocks.ts";

/** Whoever has something of a lot, for a spreadsheet. */
export const GET: APIRoute = async ({ params }) =>
  new Response(await recallList(database(), params.lot ?? ""), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="recall-${encodeURIComponent(params.lot ?? "")}.csv"`,
    },
  });
