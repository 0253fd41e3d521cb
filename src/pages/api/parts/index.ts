import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { part } from "../../../../core/materials/parts.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { addPart, shelvedParts } from "../../../../server/store/parts.ts";
import { t } from "../../../../words/server.ts";

export const GET: APIRoute = async () => json(await shelvedParts(database()));

/** Puts a part on the shelf, as it was counted. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = part.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { name } = parsed.data;
  return (await addPart(database(), parsed.data))
    ? json(await shelvedParts(database()), 201)
    : problem(409, t("part-there"), t("there-is-such-a-part", { name }), {
        faults: [{ path: "name", message: t("there-is-such-a-part", { name }) }],
      });
};
