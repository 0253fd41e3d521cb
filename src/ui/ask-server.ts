import type { Fault } from "../../core/faults.ts";
import type { Problem } from "../../server/problem.ts";

/** What the server made of what was sent: its answer, or what is to be said and which fields are at fault. */
export type ServerAnswer = { answer: Response } | { said: string; faults: Fault[] };

/** Sends JSON, or nothing, to the server. `away` is what is said where it does not answer; nothing is lost by that. */
export async function askServer(
  address: string,
  method: "POST" | "PUT" | "DELETE",
  body: object | null,
  away = "No answer from the server. What you entered is still here: press again.",
): Promise<ServerAnswer> {
  try {
    const answer = await fetch(address, {
      method,
      ...(body ? { headers: { "content-type": "application/json" }, body: JSON.stringify(body) } : {}),
    });
    if (answer.ok) return { answer };
    const { detail, faults = [] } = (await answer.json()) as Problem;
    return { said: detail, faults };
  } catch {
    return { said: away, faults: [] };
  }
}
