import type { APIRoute } from "astro";
import { jobDocumentSchema } from "../../../../server/formats/job-document.ts";
import { json } from "../../../../server/problem.ts";

export const GET: APIRoute = () => json(jobDocumentSchema());
