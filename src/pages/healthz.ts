import type { APIRoute } from "astro";
import { json } from "../../server/problem.ts";

/** This process lives and answers. */
export const GET: APIRoute = () => json({ status: "lives", uptimeS: Math.round(process.uptime()) });
