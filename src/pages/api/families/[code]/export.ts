import type { APIRoute } from "astro";
import { asJsonFile } from "../../../../../server/formats/json-file.ts";
import { database } from "../../../../../server/db/pool.ts";
import type { FamilyDocument } from "../../../../../server/formats/family-document.ts";
import { problem } from "../../../../../server/problem.ts";
import { findFamily } from "../../../../../server/store/families.ts";
import { t } from "../../../../../words/server.ts";

export const GET: APIRoute = async ({ params }) => {
  const stored = await findFamily(database(), params.code!);
  if (!stored) return problem(404, t("no-such-family"), t("there-is-no-family", { code: params.code ?? "" }));
  const document: FamilyDocument = { format: "half-lift/family", version: 1, family: stored.family };
  return new Response(asJsonFile(document), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${params.code}.family.json"`,
    },
  });
};
