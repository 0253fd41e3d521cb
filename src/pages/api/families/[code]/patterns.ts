import type { APIRoute } from "astro";
import { z } from "zod";
import { namedPattern, placeOffPanel } from "../../../../../core/bond/pattern.ts";
import { describeFaults } from "../../../../../core/faults.ts";
import { offPanelWords } from "../../../../../core/stack/outline.ts";
import { words } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { findFamily } from "../../../../../server/store/families.ts";
import {
  familyPatterns,
  forgetFamilyPattern,
  keepFamilyPattern,
} from "../../../../../server/store/family-patterns.ts";
import { t } from "../../../../../words/server.ts";

/** The patterns of liquid that are kept with a family. */
export const GET: APIRoute = async ({ params }) => json(await familyPatterns(database(), params.code!));

/** Keeps a pattern with a family, in place of the one of that name. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = namedPattern.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const stored = await findFamily(database(), params.code!);
  if (!stored) return problem(404, t("no-such-family"), t("there-is-no-family", { code: params.code ?? "" }));
  const { outline } = stored.family;
  const off = placeOffPanel(outline, parsed.data.pieces);
  if (off) {
    return faulty([{ path: off.path, message: offPanelWords(outline, off) }]);
  }
  await keepFamilyPattern(database(), params.code!, parsed.data);
  return json(await familyPatterns(database(), params.code!));
};

/** Forgets a pattern by its name. */
export const DELETE: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = z.strictObject({ name: words(60) }).safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return (await forgetFamilyPattern(database(), params.code!, parsed.data.name))
    ? json(await familyPatterns(database(), params.code!))
    : problem(
        404,
        t("no-such-pattern"),
        t("keeps-no-pattern", { code: params.code!, name: parsed.data.name }),
      );
};
