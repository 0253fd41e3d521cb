import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { importJob } from "../../../../server/formats/job-document.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";

/** A document carries its job's photos, bytes. */
const LARGEST_DOCUMENT = 96 * 1024 * 1024;

export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, LARGEST_DOCUMENT);
  if ("answer" in read) return read.answer;
  const result = await importJob(database(), read.body);
  return "faults" in result ? faulty(result.faults) : json(result, result.added > 0 ? 201 : 200);
};
