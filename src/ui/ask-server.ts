import type { Fault } from "../../core/faults.ts";
import { isDone, isProblem, isRefusal } from "./refusal.ts";
import { signInHere, type SignInAsked } from "./sign-in.ts";
import type { Problem } from "../../server/problem.ts";
import { t } from "../../words/frame.ts";

/**
 * What the server made of what was sent: its answer, or what is to be said and which fields are at fault. Only what is refused is
 * answered for; anything else may go well when it is sent again.
 */
export type ServerAnswer =
  { answer: Response } | { said: string; faults: Fault[]; isRefused: boolean; problem: Problem | null };

/** A line that is dead says nothing at all: after so long it counts as no answer, ms. */
const LONGEST_MS = 60_000;

/** Where somebody has to sign in before a thing is taken they are asked over the page; whether they have. An entry of a queue does not wait for it. */
export const signedInFor = async (problem: Problem | null, entry?: string): Promise<boolean> => {
  const asked = problem?.signIn as SignInAsked | undefined;
  return asked !== undefined && (await signInHere(asked, entry));
};

/**
 * Sends JSON (an object, or its text), or nothing, to the server. `away` is what is said where it does not answer; nothing is lost by that.
 * Where somebody has to sign in first, they are asked over the page, and it is sent again; `entry` is what waits in a queue, by its id, and is not waited for here.
 */
export async function askServer(
  address: string,
  method: "POST" | "PUT" | "DELETE",
  body: object | string | null,
  away = t("no-answer-from-the-server-what-you"),
  entry?: string,
): Promise<ServerAnswer> {
  try {
    const answer = await fetch(address, {
      method,
      signal: AbortSignal.timeout(LONGEST_MS),
      ...(body === null
        ? {}
        : {
            headers: { "content-type": "application/json" },
            body: typeof body === "string" ? body : JSON.stringify(body),
          }),
    });
    const type = answer.headers.get("content-type");
    if (isDone(answer.status, type)) return { answer };
    if (!isProblem(type)) return { said: away, faults: [], isRefused: false, problem: null };
    const problem = (await answer.json()) as Problem;
    if (await signedInFor(problem, entry)) return await askServer(address, method, body, away);
    const { detail, faults = [] } = problem;
    return { said: detail, faults, isRefused: isRefusal(answer.status, type), problem };
  } catch {
    return { said: away, faults: [], isRefused: false, problem: null };
  }
}
