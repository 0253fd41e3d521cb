import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../server/formats/list-csv.ts";
import { shelvedLots } from "../../../../server/store/lots.ts";

const columns = [
  "lot",
  "kind",
  "material",
  "quantity",
  "leftQuantity",
  "expiresOn",
  "openedOn",
  "viscosityPaS",
  "isBlocked",
  "costMinor",
] as const;

/** The shelf of lots for a spreadsheet. */
export const GET: APIRoute = async () => csvFile("lots", listCsv(columns, await shelvedLots(database())));
