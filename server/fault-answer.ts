import { TooBusy, TooMuchWork } from "./off-thread/off-thread.ts";
import { problem } from "./problem.ts";
import { t } from "../words/server.ts";

/** What went wrong, as far as the sender can do anything about it. */
type FaultKind = "away" | "busy" | "read only" | "unkeepable" | "conflict" | "too much" | "program";

/** PostgreSQL's classes and codes (its manual, appendix A), and what Node says of a connection that does not come about. */
const AWAY = /^(08...|57P0[123]|ECONNREFUSED|ECONNRESET|ENOTFOUND|ENOENT|EPIPE|ETIMEDOUT)$/;
const BUSY = /^(53...|40001|40P01|55P03|57014)$/;
/** A NUL, or half of a surrogate pair: no text of the database can hold it. */
const UNKEEPABLE = /^(22021|22P05)$/;
const LOST =
  /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/;

export function faultKind(error: unknown): FaultKind {
  if (error instanceof TooBusy) return "busy";
  if (error instanceof TooMuchWork) return "too much";
  const { code = "", message = "" } = (error ?? {}) as { code?: unknown; message?: string };
  const text = String(code);
  if (AWAY.test(text) || LOST.test(message)) return "away";
  if (BUSY.test(text)) return "busy";
  if (text === "25006") return "read only";
  if (UNKEEPABLE.test(text) || message.includes("lone surrogate")) return "unkeepable";
  if (text === "23505") return "conflict";
  return "program";
}

const RETRY_S = { away: "2", busy: "1", "read only": "10" } as const;

/**
 * Answers what an endpoint threw: what will pass is told apart from what never will, so that an entry is kept and sent again or shown as
 * refused. `id` finds it in the log.
 */
export function answerFault(error: unknown, id: string): Response {
  const kind = faultKind(error);
  const more = { kind, id };
  switch (kind) {
    case "away":
    case "busy":
    case "read only": {
      const detail = {
        away: t("the-database-does-not-answer-what-was"),
        busy: t("too-much-is-going-on-at-once"),
        "read only": t("the-database-takes-nothing-new-at"),
      }[kind];
      const answer = problem(503, t("out-of-order"), detail, more);
      answer.headers.set("retry-after", RETRY_S[kind]);
      return answer;
    }
    case "unkeepable":
      return problem(422, t("cannot-be-kept"), t("the-text-holds-a-character-that-cannot"), more);
    case "conflict":
      return problem(409, t("there-already"), t("something-of-the-same-id-or-name"), more);
    case "too much": {
      const { bound, most } = error as TooMuchWork;
      const unit = bound === "seconds" ? "s" : t("mb-of-memory");
      return problem(422, t("too-much-to-work-out"), t("it-wants-more-than-the-that-one", { most, unit }), {
        ...more,
        bound,
        most,
      });
    }
    case "program":
      return problem(500, t("a-fault-in-the-program"), t("something-went-wrong-here-it-is-in", { id }), more);
  }
}
