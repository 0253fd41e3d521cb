import type { APIRoute } from "astro";
import Papa from "papaparse";
import { readingKinds } from "../../../../../core/job/event.ts";
import { foldJob } from "../../../../../core/job/fold.ts";
import { database } from "../../../../../server/db/pool.ts";
import { problem } from "../../../../../server/problem.ts";
import { findJob } from "../../../../../server/store/jobs.ts";

/** Every reading of a job, oldest first: when (UTC), of what, how much, in which unit. */
export const GET: APIRoute = async ({ params }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, "No such job", `There is no job ${params.code}.`);
  const rows = foldJob(job.events)
    .readings.map(({ at, quantity, value }) => [at, quantity, value, readingKinds[quantity].unit] as const)
    .sort((a, b) => a[0].localeCompare(b[0]));
  return new Response(
    `${Papa.unparse({ fields: ["at", "quantity", "value", "unit"], data: rows as never })}\r\n`,
    {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": `attachment; filename="${job.code}-readings.csv"`,
      },
    },
  );
};
