import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../server/formats/list-csv.ts";
import { faulty } from "../../../../server/problem.ts";
import { jobQuery, listJobs } from "../../../../server/store/job-search.ts";

/** The jobs of a query for a spreadsheet: asked for as the list is, up to 5,000 of them. */
export const GET: APIRoute = async ({ url }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = jobQuery.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const columns = [
    "job",
    "family",
    "route",
    "customer",
    "serial",
    "complaint",
    "opened",
    "due",
    "ended",
    "outcome",
  ] as const;
  return csvFile("jobs", listCsv(columns, await listJobs(database(), parsed.data)));
};
