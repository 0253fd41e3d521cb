import type { APIRoute } from "astro";
import Papa from "papaparse";
import { readingKinds } from "../../../../../core/records/reading.ts";
import { database } from "../../../../../server/db/pool.ts";
import { problem } from "../../../../../server/problem.ts";
import { findJob, sceneOf } from "../../../../../server/store/jobs.ts";
import { t } from "../../../../../words/server.ts";

/** Every reading of a job, oldest first: when (UTC), of what, how much, in which unit. */
export const GET: APIRoute = async ({ params }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, t("no-such-job"), t("there-is-no-job", { code: params.code ?? "" }));
  const data = [...sceneOf(job, Date.now()).state.records.readings]
    .sort((a, b) => a.atMs - b.atMs)
    .map(({ atMs, quantity, value }) => [
      new Date(atMs).toISOString(),
      quantity,
      value,
      readingKinds[quantity].unit,
    ]);
  return new Response(`${Papa.unparse({ fields: ["at", "quantity", "value", "unit"], data })}\r\n`, {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="${job.code}-readings.csv"`,
    },
  });
};
