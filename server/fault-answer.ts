import { TooBusy, TooMuchWork } from "./off-thread/off-thread.ts";
import { problem } from "./problem.ts";

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
        away: "The database does not answer. What was sent is not kept here yet: it is to be sent again.",
        busy: "Too much is going on at once. What was sent is not kept here yet: it is to be sent again.",
        "read only": "The database takes nothing new at present. What was sent is not kept here yet.",
      }[kind];
      const answer = problem(503, "Out of order", detail, more);
      answer.headers.set("retry-after", RETRY_S[kind]);
      return answer;
    }
    case "unkeepable":
      return problem(422, "Cannot be kept", "The text holds a character that cannot be kept.", more);
    case "conflict":
      return problem(409, "There already", "Something of the same id or name is there already.", more);
    case "too much": {
      const { bound, most } = error as TooMuchWork;
      const unit = bound === "seconds" ? "s" : "MB of memory";
      return problem(
        422,
        "Too much to work out",
        `It wants more than the ${most} ${unit} that one calculation is given here. Ask for less: a coarser grid, a shorter time, fewer pieces or rounds.`,
        { ...more, bound, most },
      );
    }
    case "program":
      return problem(
        500,
        "A fault in the program",
        `Something went wrong here. It is in the log as ${id}.`,
        more,
      );
  }
}
