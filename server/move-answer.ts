import { z } from "zod";
import { needMessage } from "../core/job/fact.ts";
import { key } from "../core/stack/family.ts";
import { utcTime, uuid, words } from "../core/units.ts";
import { say } from "../words/say.ts";
import { faulty, json, problem } from "./problem.ts";
import type { AppendedMoves, SentMove } from "./store/jobs.ts";
import { t } from "../words/server.ts";

/** A move as a bench sends it. What its data must be, its kind says. */
export const sentMove = z.strictObject({
  id: uuid(),
  kind: words(60),
  version: z
    .int({ error: () => t("must-be-a-whole-number-from-1") })
    .min(1, { error: () => t("must-be-a-whole-number-from-1") }),
  data: z.unknown(),
  who: key(),
  toldAt: utcTime(),
  device: words(80),
});

/** Answers what became of moves that were sent to a job: what is missing is said, and named for programs. */
export function answerMoves(result: AppendedMoves, sent: readonly SentMove[], code: string): Response {
  switch (result.kind) {
    case "kept":
      return json({ added: result.added, moves: result.moves }, result.added > 0 ? 201 : 200);
    case "faulty":
      return faulty(result.faults);
    case "refused": {
      const { index, missing, fault } = result;
      const said = [...(fault ? [say(fault)] : []), ...missing.map((fact) => say(needMessage(fact)))];
      return problem(409, missing.length > 0 ? t("on-hold") : t("cannot-happen-now"), said.join(" "), {
        event: sent[index]!.id,
        missing,
        faults: [{ path: `[${index}]`, message: said[0] ?? "refused" }],
      });
    }
    case "differs":
      return problem(
        409,
        t("id-taken"),
        t("the-id-stands-for-another-move-already", { id: sent[result.index]!.id }),
        {
          event: sent[result.index]!.id,
        },
      );
    case "no such job":
      return problem(404, t("no-such-job"), t("there-is-no-job", { code }));
  }
}
