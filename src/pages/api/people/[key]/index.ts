import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { personAsking } from "../../../../../server/access/asker.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { changedPerson, changePerson } from "../../../../../server/store/people.ts";
import { t } from "../../../../../words/server.ts";

/** Changes what somebody may do, or makes a code by which they choose their proofs anew. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = changedPerson.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const became = await changePerson(database(), params.key!, parsed.data, personAsking());
  switch (became.is) {
    case "changed":
      return json({ code: became.code });
    case "last owner":
      return problem(409, t("cannot-happen-now"), t("the-last-owner-stays-one"));
    case "nobody":
      return problem(404, t("nobody-of-that-name"), t("there-is-no-technician", { who: params.key! }));
  }
};
