import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database, inTransaction } from "../../../../server/db/pool.ts";
import { familyDocument } from "../../../../server/formats/family-document.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { keepFamily } from "../../../../server/store/families.ts";

/** Takes a family document in: as a new family, as the next version of one, or not at all where it is here already. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = familyDocument.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { version } = await inTransaction(database(), (client) => keepFamily(client, parsed.data.family));
  return json({ code: parsed.data.family.code, version });
};
