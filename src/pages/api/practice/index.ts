import type { APIRoute } from "astro";
import { personAsking } from "../../../../server/access/asker.ts";
import { database } from "../../../../server/db/pool.ts";
import { offThread } from "../../../../server/off-thread/off-thread.ts";
import { faulty, json, notJson, readBytes } from "../../../../server/problem.ts";
import { keepAttempt, learnedBy } from "../../../../server/store/practice.ts";

/** Eight minutes of a hand, thirty times a second, stay below, bytes. */
const LARGEST_ATTEMPT = 2 * 1024 * 1024;

/** How whoever asks does in practice. */
export const GET: APIRoute = async () => json(await learnedBy(database(), personAsking()));

/** Keeps an attempt: how it ended is worked out here, by its seed and what the hand did. The answer is how it ended, and how its author does. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBytes(request, LARGEST_ATTEMPT);
  if ("answer" in read) return read.answer;
  const done = await offThread("practise", { bytes: read.bytes }, request.signal);
  if ("notJson" in done) return notJson(done.notJson);
  if ("faults" in done) return faulty(done.faults);
  const { attempt, ended } = done;
  await keepAttempt(database(), personAsking(), attempt, ended);
  return json({ ...ended, learned: await learnedBy(database(), personAsking()) }, 201);
};
