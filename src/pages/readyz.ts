import type { APIRoute } from "astro";
import { whyUnfit } from "../../server/db/migrate.ts";
import { database } from "../../server/db/pool.ts";
import { json, problem } from "../../server/problem.ts";

/** The database answers, and is as this version knows it: a proxy may send people here. */
export const GET: APIRoute = async () => {
  try {
    const unfit = await whyUnfit(database());
    if (unfit) return problem(503, "Not ready", unfit);
    return json({ status: "ready" });
  } catch (error) {
    return problem(503, "Not ready", `The database does not answer: ${(error as Error).message}`);
  }
};
