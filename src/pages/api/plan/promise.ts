import type { APIRoute } from "astro";
import { z } from "zod";
import { repairRoutes, routesOf } from "../../../../core/device/routes.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { oneOf } from "../../../../core/units.ts";
import { database } from "../../../../server/db/pool.ts";
import { promiseAsked } from "../../../../server/plan.ts";
import { faulty, json } from "../../../../server/problem.ts";
import { findFamily } from "../../../../server/store/families.ts";
import { t } from "../../../../words/server.ts";

const asked = z.object({ family: z.string().max(80), route: oneOf(repairRoutes) });

/** What is to be planned to promise a job: `?family=` and `route=`. Null where it cannot be planned. */
export const GET: APIRoute = async ({ url }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = asked.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const { family, route } = parsed.data;
  const of = await findFamily(database(), family);
  if (!of) return faulty([{ path: "family", message: t("there-is-no-family-2", { family }) }]);
  return json(
    routesOf(of.family).includes(route) ? await promiseAsked(database(), of, route, Date.now()) : null,
  );
};
