import type { APIRoute } from "astro";
import { describeFaults } from "../../../core/faults.ts";
import { practiceAttempt } from "../../../core/practice/attempt.ts";
import { personAsking } from "../../../server/access/asker.ts";
import { database } from "../../../server/db/pool.ts";
import { offThread } from "../../../server/off-thread/off-thread.ts";
import { faulty, json, readBody } from "../../../server/problem.ts";
import { keepAttempt, learnedBy } from "../../../server/store/practice.ts";

/** How whoever asks does in practice. */
export const GET: APIRoute = async () => json(await learnedBy(database(), personAsking()));

/** Keeps an attempt: how it ended is worked out here, by its seed and what the hand did. The answer is how it ended, and how its author does. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, 2 * 1024 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = practiceAttempt.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const ended = await offThread("practise", parsed.data);
  await keepAttempt(database(), personAsking(), parsed.data, ended);
  return json({ ...ended, learned: await learnedBy(database(), personAsking()) }, 201);
};
