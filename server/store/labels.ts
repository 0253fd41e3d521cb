import type pg from "pg";
import { partOf } from "../../core/labels/label.ts";
import type { MovedPart } from "../../core/stack/family.ts";
import { lastDayOf } from "../../core/materials/lots.ts";
import { term } from "../../words/speaker.ts";
import { t } from "../../words/server.ts";
import type { LabelWords } from "../formats/labels-pdf.ts";
import { shelvedLots } from "./lots.ts";

type FamilyPart = Pick<MovedPart, "key" | "name" | "irreplaceable" | "count">;

/** What stands on the labels of these lots, jobs and parts, in their order; and which of them there are not. */
export async function labelWords(
  pool: pg.Pool,
  lots: readonly string[],
  jobs: readonly string[],
  parts: readonly string[],
): Promise<{ found: LabelWords[]; missing: string[] }> {
  const shelf = lots.length === 0 ? [] : await shelvedLots(pool);
  const named = parts.map(partOf);
  const { rows } = await pool.query<{ code: string; name: string; day: string; parts: FamilyPart[] }>(
    `SELECT job.code, family.content->>'name' AS name, family.content->'parts' AS parts,
            to_char(job.opened_at, 'YYYY-MM-DD') AS day
     FROM job JOIN family ON family.id = job.family_id WHERE job.code = ANY($1)`,
    [[...jobs, ...named.flatMap((part) => (part ? [part.job] : []))]],
  );
  const found: LabelWords[] = [];
  const missing: string[] = [];
  for (const code of lots) {
    const lot = shelf.find((one) => one.lot === code);
    if (!lot) {
      missing.push(code);
      continue;
    }
    const day = lastDayOf(lot);
    found.push({
      label: { of: "lot", code },
      title: code,
      lines: [term(lot.material), ...(day === null ? [] : [t("good-until-day", { day })])],
    });
  }
  for (const code of jobs) {
    const job = rows.find((one) => one.code === code);
    if (job)
      found.push({
        label: { of: "job", code },
        title: code,
        lines: [job.name, t("taken-in-on", { day: job.day })],
      });
    else missing.push(code);
  }
  parts.forEach((code, i) => {
    const of = rows.find((one) => one.code === named[i]?.job);
    const part = of?.parts.find(({ key }) => key === named[i]?.part);
    if (of && part)
      found.push({
        label: { of: "part", code },
        title: of.code,
        lines: [
          part.count > 1 ? `${part.count} × ${part.name}` : part.name,
          of.name,
          ...(part.irreplaceable ? [t("cannot-be-replaced")] : []),
        ],
      });
    else missing.push(code);
  });
  return { found, missing };
}
