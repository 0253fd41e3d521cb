import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { family } from "../../../../core/stack/family.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { createFamily, listFamilies } from "../../../../server/store/families.ts";
import { t } from "../../../../words/server.ts";

export const GET: APIRoute = async () =>
  json(
    (await listFamilies(database(), "families")).map(({ family: { code, name }, version }) => ({
      code,
      name,
      version,
    })),
  );

/** Writes the first version of a family. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = family.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const stored = await createFamily(database(), parsed.data);
  return stored
    ? json({ code: stored.family.code, version: stored.version }, 201)
    : problem(409, t("code-taken"), t("there-is-a-family-already", { code: parsed.data.code }), {
        faults: [{ path: "code", message: t("is-taken-by-another-family", { code: parsed.data.code }) }],
      });
};
