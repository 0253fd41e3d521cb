import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { filmSheet } from "../../../../../core/film/films.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { addSheet, shelvedSheets } from "../../../../../server/store/film-shelf.ts";

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
    : problem(409, "Label taken", `There is a sheet ${parsed.data.label} already.`, {
        faults: [{ path: "label", message: `${parsed.data.label} is taken by another sheet` }],
      });
};
