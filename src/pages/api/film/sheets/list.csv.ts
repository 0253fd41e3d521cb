import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../../server/formats/list-csv.ts";
import { shelvedSheets } from "../../../../../server/store/film-shelf.ts";

const columns = ["label", "kind", "widthMm", "heightMm", "axisDeg", "lot", "isRemnant"] as const;

/** The shelf of film for a spreadsheet. */
export const GET: APIRoute = async () => csvFile("film", listCsv(columns, await shelvedSheets(database())));
