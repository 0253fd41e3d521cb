import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { keyOf } from "../../../../core/key-of.ts";
import { personAsking } from "../../../../server/access/asker.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { addPerson, listPeople, newPerson } from "../../../../server/store/people.ts";
import { t } from "../../../../words/server.ts";

/** Everybody and everything that may come in. */
export const GET: APIRoute = async () => json(await listPeople(database()));

/** Adds somebody; the answer has the code by which they choose their proofs, which is shown this once. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = newPerson.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  if (keyOf(parsed.data.name) === "") return faulty([{ path: "name", message: t("needs-a-letter") }]);
  const added = await addPerson(database(), parsed.data, personAsking());
  return added
    ? json(added, 201)
    : faulty([
        { path: "name", message: t("there-is-somebody-with-a-name-like", { name: parsed.data.name }) },
      ]);
};
