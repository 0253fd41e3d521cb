import type { APIRoute } from "astro";
import { familyDocumentSchema } from "../../../../server/formats/family-document.ts";
import { json } from "../../../../server/problem.ts";

export const GET: APIRoute = () => json(familyDocumentSchema());
