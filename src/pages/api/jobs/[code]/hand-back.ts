import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { wrongAuthor } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, noSuchJob, problem, readBody } from "../../../../../server/problem.ts";
import { findHandBack, handBack, handingBack, undoHandBack } from "../../../../../server/store/hand-backs.ts";
import { t } from "../../../../../words/server.ts";

/** To whom the device was handed over; null while it is here. */
export const GET: APIRoute = async ({ params }) => json(await findHandBack(database(), params.code!));

/** Notes that the customer has fetched the device and signed for it. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 256 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = handingBack.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const stranger = wrongAuthor(parsed.data.who);
  if (stranger) return stranger;
  const code = params.code!;
  const became = await handBack(database(), code, parsed.data);
  switch (became) {
    case "kept":
      return json(await findHandBack(database(), code), 201);
    case "there":
      return problem(409, t("cannot-happen-now"), t("fetched-already"));
    case "not over":
      return problem(409, t("cannot-happen-now"), t("still-in-work"));
    case "no such job":
      return noSuchJob(code);
  }
};

/** Notes that it is still here: it was handed over by mistake, or not at all. */
export const DELETE: APIRoute = async ({ params }) => {
  await undoHandBack(database(), params.code!);
  return json(null);
};
