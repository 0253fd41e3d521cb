import type { APIRoute } from "astro";
import { describeFaults } from "../../../core/faults.ts";
import { database, inTransaction } from "../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../server/problem.ts";
import { keepTechnicians, listTechnicians, technician } from "../../../server/store/technicians.ts";
import { t } from "../../../words/server.ts";

export const GET: APIRoute = async () => json(await listTechnicians(database()));

/** Adds a technician. Adding the same again changes nothing; a key that stands for another name is refused. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = technician.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const person = parsed.data;
  await inTransaction(database(), (client) => keepTechnicians(client, [person]));
  const all = await listTechnicians(database());
  return all.some(({ key, name }) => key === person.key && name === person.name)
    ? json(all)
    : faulty([{ path: "name", message: t("there-is-somebody-with-a-name-like", { name: person.name }) }]);
};
