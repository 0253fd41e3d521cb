import { z } from "zod";
import type { DeviceFact } from "../core/device/facts.ts";
import { needMessage } from "../core/job/fact.ts";
import type { Judgement } from "../core/job/judge.ts";
import { key } from "../core/stack/family.ts";
import { utcTime, uuid, words } from "../core/units.ts";
import { say } from "../words/say.ts";
import { faulty, json, noSuchJob, problem } from "./problem.ts";
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

/** Why a move may not be recorded, a sentence each: what is wrong with it, and what is missing before it. */
export const refusalSaid = ({ fault, missing }: Judgement<DeviceFact>): string[] =>
  [...(fault ? [fault] : []), ...missing.map(needMessage)].map((one) => say(one));

/** Answers what became of moves that were sent to a job: what is missing is said, and named for programs. */
export function answerMoves(result: AppendedMoves, sent: readonly SentMove[], code: string): Response {
  switch (result.kind) {
    case "kept":
      return json({ added: result.added, moves: result.moves }, result.added > 0 ? 201 : 200);
    case "faulty":
      return faulty(result.faults);
    case "refused": {
      const { index, missing } = result;
      const said = refusalSaid(result);
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
      return noSuchJob(code);
  }
}
