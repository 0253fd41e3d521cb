import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { lot } from "../../../../core/materials/shelf-lot.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { addLot, shelvedLots } from "../../../../server/store/lots.ts";
import { t } from "../../../../words/server.ts";

export const GET: APIRoute = async () => json(await shelvedLots(database()));

/** Puts a lot on the shelf. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = lot.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return (await addLot(database(), parsed.data))
    ? json(await shelvedLots(database()), 201)
    : problem(409, t("lot-taken"), t("there-is-a-lot-already-or-there", { lot: parsed.data.lot }), {
        faults: [{ path: "lot", message: t("is-taken-by-another-lot", { lot: parsed.data.lot }) }],
      });
};
