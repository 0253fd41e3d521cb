import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { json, problem } from "../../../../../server/problem.ts";
import { makeBadge, voidBadge } from "../../../../../server/store/people.ts";
import { t } from "../../../../../words/server.ts";

/** Makes somebody's badge: the answer has what its code says, which is told this once. The one before is void. */
export const POST: APIRoute = async ({ params }) => {
  const badge = await makeBadge(database(), params.key!);
  if (badge === null)
    return problem(404, t("no-badge"), t("nobody-who-comes-in-by-digits", { who: params.key! }));
  return json({ badge }, 201);
};

/** A badge that was lost: nobody comes in by it any more. */
export const DELETE: APIRoute = async ({ params }) => {
  await voidBadge(database(), params.key!);
  return new Response(null, { status: 204 });
};
