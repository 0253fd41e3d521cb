import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../server/formats/list-csv.ts";
import { shelvedParts } from "../../../../server/store/parts.ts";

/** The shelf of parts for a spreadsheet. */
export const GET: APIRoute = async () =>
  csvFile("parts", listCsv(["name", "left", "reorderAt", "costMinor"], await shelvedParts(database())));
