import { z } from "zod";
import { needMessage } from "../core/job/fact.ts";
import { key } from "../core/stack/family.ts";
import { words } from "../core/units.ts";
import { say } from "../words/say.ts";
import { faulty, json, problem } from "./problem.ts";
import type { AppendedMoves, SentMove } from "./store/jobs.ts";

/** A move as a bench sends it. What its data must be, its kind says. */
export const sentMove = z.strictObject({
  id: z.uuid({ error: "must be a UUID" }),
  kind: words(60),
  version: z
    .int({ error: "must be a whole number from 1" })
    .min(1, { error: "must be a whole number from 1" }),
  data: z.unknown(),
  who: key(),
  toldAt: z.iso.datetime({ error: "must be a time in UTC such as 2026-03-01T08:30:00Z" }),
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
      return problem(409, missing.length > 0 ? "On hold" : "Cannot happen now", said.join(" "), {
        event: sent[index]!.id,
        missing,
        faults: [{ path: `[${index}]`, message: said[0] ?? "refused" }],
      });
    }
    case "differs":
      return problem(409, "Id taken", `The id ${sent[result.index]!.id} stands for another move already.`, {
        event: sent[result.index]!.id,
      });
    case "no such job":
      return problem(404, "No such job", `There is no job ${code}.`);
  }
}
