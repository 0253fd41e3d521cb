import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { materialNames } from "../../../../../core/materials/materials.ts";
import { boundedWhole, thicknessUm, words } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { FamilyMovedOn, reviseFamily } from "../../../../../server/store/families.ts";

const change = z.strictObject({
  seenVersion: boundedWhole(1, 1_000_000),
  layer: words(80),
  thicknessUm: thicknessUm(),
  material: z.enum(materialNames, { error: `must be one of ${materialNames.join("; ")}` }),
});

/** Changes one layer's thickness and material: writes the family's next version. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = change.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { seenVersion, layer, thicknessUm: thickness, material } = parsed.data;
  try {
    let known = true;
    const stored = await reviseFamily(database(), params.code!, seenVersion, (family) => {
      known = family.stack.some((entry) => entry.name === layer);
      return {
        ...family,
        stack: family.stack.map((entry) =>
          entry.name === layer ? { ...entry, thicknessUm: thickness, material } : entry,
        ),
      };
    });
    if (!stored) return problem(404, "No such family", `There is no family ${params.code}.`);
    if (!known) return faulty([{ path: "layer", message: `"${layer}" is not a layer of ${params.code}` }]);
    return json({ version: stored.version, family: stored.family });
  } catch (error) {
    if (error instanceof FamilyMovedOn) {
      return problem(409, "Changed meanwhile", `${error.message} Load it again before you change it.`, {
        version: error.version,
      });
    }
    throw error;
  }
};
