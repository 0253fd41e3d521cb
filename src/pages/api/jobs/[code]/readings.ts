import { randomUUID } from "node:crypto";
import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { readingKindNames, readingKinds } from "../../../../../core/records/reading.ts";
import { asker } from "../../../../../server/access/asker.ts";
import { wrongAuthor } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { answerMoves } from "../../../../../server/move-answer.ts";
import { faulty, problem, readBody } from "../../../../../server/problem.ts";
import { appendMoves, type SentMove } from "../../../../../server/store/jobs.ts";
import { t } from "../../../../../words/server.ts";
import { oneOf, utcTime, uuid } from "../../../../../core/units.ts";

const told = z.strictObject({
  /** The same id again is the same reading; a logger that never repeats itself may leave it out. */
  id: uuid().optional(),
  who: z.string({ error: () => t("must-be-the-key-of-a-technician") }),
  quantity: oneOf(readingKindNames).default("glue line"),
  value: z.number({ error: () => t("must-be-a-number") }),
  at: utcTime().optional(),
});

/** Takes one reading from a logger: a value now, or at the time it names. It belongs to the stage at hand. A machine posts what it reads, and nothing else. */
export const POST: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 64 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = told.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { id = randomUUID(), who, quantity, value, at } = parsed.data;
  const wrong = wrongAuthor(who);
  if (wrong) return wrong;
  const { machine } = asker();
  if (machine && !machine.quantities.includes(quantity))
    return problem(
      403,
      t("not-for-you"),
      t("machine-does-not-read", {
        name: machine.name,
        quantity: readingKinds[quantity].label,
        reads: machine.quantities.map((own) => readingKinds[own].label).join(", "),
      }),
    );
  const toldAt = new Date().toISOString();
  const move: SentMove = {
    id,
    kind: "reading-taken",
    version: 1,
    data: { quantity, source: "logger", values: [{ at: at ?? toldAt, value }] },
    who,
    toldAt,
    device: "logger",
  };
  const result = await appendMoves(database(), params.code!, [move]);
  // Faults are told by the fields that were sent.
  return result.kind === "faulty"
    ? faulty(result.faults.map(({ path, message }) => ({ path: path.split(".").at(-1)!, message })))
    : answerMoves(result, [move], params.code!);
};
