import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { discardLot, openLot, shelvedLots } from "../../../../server/store/lots.ts";
import { t } from "../../../../words/server.ts";
import { isoDate } from "../../../../core/units.ts";

const opening = z.strictObject({ openedOn: isoDate() });

const isId = (id: string | undefined) => z.uuid().safeParse(id).success;
const missing = () => problem(404, t("no-such-lot"), t("that-lot-is-not-on-the-shelf"));

/** Notes the day on which a lot was opened. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = opening.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return isId(params.id) && (await openLot(database(), params.id!, parsed.data.openedOn))
    ? json(await shelvedLots(database()))
    : missing();
};

/** Takes a lot off the shelf for good: used up, spoilt, thrown away. */
export const DELETE: APIRoute = async ({ params }) =>
  isId(params.id) && (await discardLot(database(), params.id!))
    ? new Response(null, { status: 204 })
    : missing();
