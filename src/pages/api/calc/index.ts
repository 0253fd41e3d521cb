import type { APIRoute } from "astro";
import { calculations } from "../../../../core/calculations.ts";
import { json } from "../../../../server/problem.ts";

export const GET: APIRoute = () => json(calculations.map(({ name, purpose }) => ({ name, purpose })));
