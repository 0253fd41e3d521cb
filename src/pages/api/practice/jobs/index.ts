import type { APIRoute } from "astro";
import { z } from "zod";
import { MOST_SEED, practiceLevels } from "../../../../../core/practice/attempt.ts";
import { describeFaults } from "../../../../../core/faults.ts";
import { boundedWhole, oneOf } from "../../../../../core/units.ts";
import { personAsking } from "../../../../../server/access/asker.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { beginPracticeJob } from "../../../../../server/store/practice-jobs.ts";
import { t } from "../../../../../words/practice.ts";

const asked = z.strictObject({ seed: boundedWhole(1, MOST_SEED), level: oneOf(practiceLevels) });

/** Begins a whole job on a simulated device; the answer is the code that it is worked under. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 1024);
  if ("answer" in read) return read.answer;
  const parsed = asked.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const code = await beginPracticeJob(database(), personAsking(), parsed.data);
  if (code === null) return problem(409, t("exercise-whole-job"), t("no-family-to-practise"));
  return json({ code }, 201);
};
