import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { asJsonFile } from "../../../../../server/formats/json-file.ts";
import { exportJob } from "../../../../../server/formats/job-document.ts";
import { noSuchJob } from "../../../../../server/problem.ts";
import { findFirstVersionJob } from "../../../../../server/store/first-version.ts";

/** A job as its document, to be saved; one of the first version as it was recorded then. */
export const GET: APIRoute = async ({ params }) => {
  const code = params.code!;
  const document = await exportJob(database(), code);
  const first = document ? null : await findFirstVersionJob(database(), code);
  if (!document && !first) return noSuchJob(code);
  const saved = document ?? { format: "half-lift/job", version: 1, ...first };
  return new Response(asJsonFile(saved), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${code}.job.json"`,
    },
  });
};
