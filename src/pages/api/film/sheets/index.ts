import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { filmSheet } from "../../../../../core/film/films.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { addSheet, shelvedSheets } from "../../../../../server/store/film-shelf.ts";
import { t } from "../../../../../words/server.ts";

export const GET: APIRoute = async () => json(await shelvedSheets(database()));

/** Puts a sheet on the shelf. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = filmSheet.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const sheet = await addSheet(database(), parsed.data);
  return sheet
    ? json(sheet, 201)
    : problem(409, t("label-taken"), t("there-is-a-sheet-already", { label: parsed.data.label }), {
        faults: [{ path: "label", message: t("is-taken-by-another-sheet", { label: parsed.data.label }) }],
      });
};
