import type { APIRoute } from "astro";
import { certificateSchema } from "../../../../core/records/job-certificate.ts";
import { json } from "../../../../server/problem.ts";

export const GET: APIRoute = () => json(certificateSchema());
