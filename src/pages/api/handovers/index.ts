import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../core/faults.ts";
import { key } from "../../../../core/stack/family.ts";
import { wrongAuthor } from "../../../../server/asked-by.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { handOver, lastHandover } from "../../../../server/store/shift-handovers.ts";
import { t } from "../../../../words/server.ts";

const posted = z.strictObject({
  who: key(),
  note: z
    .string()
    .trim()
    .max(2_000, { error: () => t("must-be-at-most-2000-characters") }),
});

/** The last time that the bench was handed over; null where it never was. */
export const GET: APIRoute = async () => json(await lastHandover(database()));

/** Hands the bench over as it stands. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = posted.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const stranger = wrongAuthor(parsed.data.who);
  return stranger ?? json(await handOver(database(), parsed.data, Date.now()), 201);
};
