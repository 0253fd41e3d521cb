import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { personAsking } from "../../../../server/access/asker.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import { keepPin, letGo, pinnedStep, planPin, planPins } from "../../../../server/store/plan-pins.ts";
import { t } from "../../../../words/server.ts";

export const GET: APIRoute = async () => json(await planPins(database()));

/** Holds a step of the plan where somebody put it. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = planPin.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return (await keepPin(database(), parsed.data, personAsking()))
    ? json(await planPins(database()))
    : problem(404, t("no-such-job"), t("no-such-job-or-person"));
};

/** Lets a step be planned again. */
export const DELETE: APIRoute = async ({ request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = pinnedStep.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await letGo(database(), parsed.data);
  return json(await planPins(database()));
};
