import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../server/formats/list-csv.ts";
import { listCustomers } from "../../../../server/store/customers.ts";

const MOST_ROWS = 100_000;
const columns = ["name", "contact", "consentAt", "language", "jobs", "open", "lastAt"] as const;

/** The register of customers for a spreadsheet. */
export const GET: APIRoute = async () =>
  csvFile("customers", listCsv(columns, await listCustomers(database(), "", MOST_ROWS)));
