import type { APIRoute } from "astro";
import { whyUnfit } from "../../server/db/migrate.ts";
import { database } from "../../server/db/pool.ts";
import { json, problem } from "../../server/problem.ts";
import { t } from "../../words/server.ts";

/** The database answers, and is as this version knows it: a proxy may send people here. */
export const GET: APIRoute = async () => {
  try {
    const unfit = await whyUnfit(database());
    if (unfit) return problem(503, t("not-ready"), unfit);
    return json({ status: "ready" });
  } catch (error) {
    return problem(
      503,
      t("not-ready"),
      t("the-database-does-not-answer", { message: (error as Error).message }),
    );
  }
};
