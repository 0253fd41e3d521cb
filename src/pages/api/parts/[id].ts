import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { part } from "../../../../core/materials/parts.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { countPart, removePart, shelvedParts } from "../../../../server/store/parts.ts";
import { t } from "../../../../words/server.ts";

const counting = part.omit({ name: true });
const isId = (id: string | undefined) => z.uuid().safeParse(id).success;
const missing = () => problem(404, t("no-such-part"), t("that-part-is-not-on-the-shelf"));

/** Notes how many were counted now, and from how many on more are ordered. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = counting.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return isId(params.id) && (await countPart(database(), params.id!, parsed.data))
    ? json(await shelvedParts(database()))
    : missing();
};

/** Takes a part off the shelf: it is not kept ready any more. */
export const DELETE: APIRoute = async ({ params }) =>
  isId(params.id) && (await removePart(database(), params.id!))
    ? new Response(null, { status: 204 })
    : missing();
