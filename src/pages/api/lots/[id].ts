import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { discardLot, tellOfLot, shelvedLots } from "../../../../server/store/lots.ts";
import { t } from "../../../../words/server.ts";
import { cost } from "../../../../core/materials/cost.ts";
import { isoDate } from "../../../../core/units.ts";

const told = z.strictObject({ openedOn: isoDate().optional(), costMinor: cost().optional() });

const isId = (id: string | undefined) => z.uuid().safeParse(id).success;
const missing = () => problem(404, t("no-such-lot"), t("that-lot-is-not-on-the-shelf"));

/** Notes the day on which a lot was opened, or what all of it cost. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = told.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return isId(params.id) && (await tellOfLot(database(), params.id!, parsed.data))
    ? json(await shelvedLots(database()))
    : missing();
};

/** Takes a lot off the shelf for good: used up, spoilt, thrown away. */
export const DELETE: APIRoute = async ({ params }) =>
  isId(params.id) && (await discardLot(database(), params.id!))
    ? new Response(null, { status: 204 })
    : missing();
