import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { family } from "../../../../../core/stack/family.ts";
import { boundedWhole } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { FamilyMovedOn, reviseFamily } from "../../../../../server/store/families.ts";

const change = z.strictObject({ seenVersion: boundedWhole(1, 1_000_000), family });

/** Writes a family's next version. Jobs keep the one that they began with. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = change.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { seenVersion, family: revised } = parsed.data;
  if (revised.code !== params.code) {
    return faulty([{ path: "family.code", message: `"${revised.code}" must stay ${params.code}` }]);
  }
  try {
    const stored = await reviseFamily(database(), seenVersion, revised);
    return stored
      ? json({ code: stored.family.code, version: stored.version })
      : problem(404, "No such family", `There is no family ${params.code}.`);
  } catch (error) {
    if (error instanceof FamilyMovedOn) {
      return problem(409, "Changed meanwhile", `${error.message} Load it again before you change it.`, {
        version: error.version,
      });
    }
    throw error;
  }
};
