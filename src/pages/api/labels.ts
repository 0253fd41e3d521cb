import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import { labelled } from "../../../core/labels/label.ts";
import { labelSheets, labelsOn } from "../../../core/labels/label-sheets.ts";
import { boundedWhole, oneOf, words } from "../../../core/units.ts";
import { database } from "../../../server/db/pool.ts";
import { labelsPdf } from "../../../server/formats/labels-pdf.ts";
import { faulty, problem } from "../../../server/problem.ts";
import { labelWords } from "../../../server/store/labels.ts";
import { t } from "../../../words/server.ts";

const MOST_LABELS = 300;

const asked = z.strictObject({
  /** How many labels a sheet has. */
  sheet: oneOf(labelSheets.map(({ id }) => id) as [string, ...string[]]).default("24"),
  /** The first place that is still free on a sheet that was begun. */
  first: z.coerce
    .number()
    .pipe(boundedWhole(1, Math.max(...labelSheets.map(labelsOn))))
    .default(1),
  lot: z.array(words(60)).max(MOST_LABELS),
  job: z.array(words(60)).max(MOST_LABELS),
  /** Of a job that came off, as `GW-1160/back-cover`. */
  part: z.array(words(100)).max(MOST_LABELS),
});

/** Labels of lots, jobs and parts on paper (`?lot=…&job=…&part=JOB/KEY`, any number of each; `sheet`, `first`). */
export const GET: APIRoute = async ({ url }) => {
  const { searchParams } = url;
  const single = Object.fromEntries(
    [...searchParams].filter(([name]) => !labelled.some((of) => of === name)),
  );
  const lists = Object.fromEntries(labelled.map((of) => [of, searchParams.getAll(of)]));
  const search = { ...single, ...lists };
  const parsed = asked.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const { sheet, first, lot, job, part } = parsed.data;
  if (lot.length + job.length + part.length === 0)
    return faulty([{ path: "lot", message: t("name-a-lot-or-a-job") }]);
  const paper = labelSheets.find(({ id }) => id === sheet)!;
  const places = labelsOn(paper);
  if (first > places)
    return faulty([{ path: "first", message: t("first-must-be-at-most", { given: first, most: places }) }]);
  const { found, missing } = await labelWords(database(), lot, job, part);
  if (missing.length > 0)
    return problem(404, t("no-such-label"), t("there-is-no-such", { codes: missing.join(", ") }));
  return new Response(new Uint8Array(await labelsPdf(found, paper, first)), {
    headers: { "content-type": "application/pdf", "content-disposition": 'inline; filename="labels.pdf"' },
  });
};
