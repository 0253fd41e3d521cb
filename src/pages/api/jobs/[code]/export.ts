import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { exportJob } from "../../../../../server/formats/job-document.ts";
import { problem } from "../../../../../server/problem.ts";

export const GET: APIRoute = async ({ params }) => {
  const document = await exportJob(database(), params.code!);
  if (!document) return problem(404, "No such job", `There is no job ${params.code}.`);
  return new Response(`${JSON.stringify(document, null, 2)}\n`, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${document.job.code}.job.json"`,
    },
  });
};
