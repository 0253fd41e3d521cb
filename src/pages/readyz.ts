import type { APIRoute } from "astro";
import { migrationsOfLater, missingMigrations } from "../../server/db/migrate.ts";
import { database } from "../../server/db/pool.ts";
import { json, problem } from "../../server/problem.ts";

/** The database answers, and is as this version knows it: a proxy may send people here. */
export const GET: APIRoute = async () => {
  try {
    const [missing, later] = [await missingMigrations(database()), await migrationsOfLater(database())];
    if (missing.length + later.length > 0) {
      return problem(
        503,
        "Not ready",
        `The database does not fit this version: ${[...missing, ...later].join(", ")}.`,
      );
    }
    return json({ status: "ready" });
  } catch (error) {
    return problem(503, "Not ready", `The database does not answer: ${(error as Error).message}`);
  }
};
