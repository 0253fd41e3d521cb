import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { family } from "../../../../../core/stack/family.ts";
import { boundedWhole } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { FamilyMovedOn, reviseFamily } from "../../../../../server/store/families.ts";
import { t } from "../../../../../words/server.ts";

const change = z.strictObject({ seenVersion: boundedWhole(1, 1_000_000), family });

/** Writes a family's next version. Jobs keep the one that they began with. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = change.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { seenVersion, family: revised } = parsed.data;
  if (revised.code !== params.code) {
    return faulty([
      { path: "family.code", message: t("must-stay", { code: revised.code, code2: params.code ?? "" }) },
    ]);
  }
  try {
    const stored = await reviseFamily(database(), seenVersion, revised);
    return stored
      ? json({ code: stored.family.code, version: stored.version })
      : problem(404, t("no-such-family"), t("there-is-no-family", { code: params.code ?? "" }));
  } catch (error) {
    if (error instanceof FamilyMovedOn) {
      return problem(
        409,
        t("changed-meanwhile"),
        t("load-it-again-before-you-change-it", { message: error.message }),
        {
          version: error.version,
        },
      );
    }
    throw error;
  }
};
