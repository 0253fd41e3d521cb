import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { customerNote, noteCustomer } from "../../../../server/store/customers.ts";
import { t } from "../../../../words/server.ts";

/** Notes how a customer is reached, whether that may be kept, and what they speak. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = customerNote.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const noted = /^\d{1,9}$/.test(params.id!)
    ? await noteCustomer(database(), Number(params.id), parsed.data)
    : null;
  return noted ? json(noted) : problem(404, t("no-such-customer"), t("that-customer-is-not-in-the-register"));
};
