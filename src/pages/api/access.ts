import type { APIRoute } from "astro";
import { describeFaults } from "../../../core/faults.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../server/problem.ts";
import { accessSetting, setAccess } from "../../../server/store/people.ts";

/** Sets after how long a tablet asks anew who is there. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = accessSetting.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setAccess(database(), parsed.data);
  return json(parsed.data);
};
