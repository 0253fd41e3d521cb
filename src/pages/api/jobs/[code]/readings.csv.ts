import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { readingsCsv } from "../../../../../server/formats/readings-csv.ts";
import { noSuchJob } from "../../../../../server/problem.ts";
import { findJob } from "../../../../../server/store/jobs.ts";

/** The readings of a job, to be saved. */
export const GET: APIRoute = async ({ params }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return noSuchJob(params.code);
  return new Response(readingsCsv(job), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="${job.code}-readings.csv"`,
    },
  });
};
