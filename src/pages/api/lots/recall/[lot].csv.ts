import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { csvFile } from "../../../../../server/formats/list-csv.ts";
import { recallList } from "../../../../../server/store/lot-blocks.ts";

/** Whoever has something of a lot, for a spreadsheet. */
export const GET: APIRoute = async ({ params }) => {
  const lot = params.lot ?? "";
  return csvFile(`recall-${lot}`, await recallList(database(), lot));
};
