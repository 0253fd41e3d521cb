import type { APIRoute } from "astro";
import { v5 as uuidFrom } from "uuid";
import { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import { faceOf } from "../../../core/prove/panel-face.ts";
import { panelReport } from "../../../core/prove/panel-test.ts";
import { boundedWhole } from "../../../core/units.ts";
import { database } from "../../../server/db/pool.ts";
import { answerMoves } from "../../../server/move-answer.ts";
import { offThread } from "../../../server/off-thread/off-thread.ts";
import { faulty, problem, readBody } from "../../../server/problem.ts";
import { appendMoves, findJob, type SentMove } from "../../../server/store/jobs.ts";
import { jobOfSession } from "../../../server/store/panel-tests.ts";
import { t } from "../../../words/server.ts";

const sent = z.strictObject({
  session: z.string().max(64),
  /** Counts what this session has sent: the same number again is the same report. */
  number: boundedWhole(1, 10_000),
  report: panelReport,
});

/** Under this every session's reports have ids of their own. */
const REPORTS = "5f0c1a52-9f3e-4d0b-8a77-6c1f6a2b1e90";
/** Strokes of a long painting stay well below, bytes. */
const LARGEST_REPORT = 8 * 1024 * 1024;

/** Takes what a panel under test tells: kept with its job under the technician who made the code. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request, LARGEST_REPORT);
  if ("answer" in read) return read.answer;
  const parsed = sent.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { session, number, report } = parsed.data;
  const owner = await jobOfSession(database(), session);
  if (owner === "over") return problem(410, t("over"), t("this-test-takes-no-more-results"));
  const job = owner && (await findJob(database(), owner.job));
  if (!owner || !job) return problem(404, t("no-such-test"), t("there-is-no-such-test"));
  const id = uuidFrom(`${session} ${number}`, REPORTS);
  const tested = await offThread("keptOf", { report, face: faceOf(job.family.family) }, request.signal);
  if ("faults" in tested) return faulty(tested.faults);
  const move: SentMove = {
    id,
    kind: "panel-tested",
    version: 1,
    who: owner.who,
    toldAt: new Date().toISOString(),
    device: "panel under test",
    data: tested.data,
  };
  // What was taken before is answered alike, though the clock has gone on.
  const before = job.moves.find((kept) => kept.id === id);
  if (before) return answerMoves({ kind: "kept", moves: [before], added: 0 }, [move], job.code);
  return answerMoves(await appendMoves(database(), job.code, [move]), [move], job.code);
};
