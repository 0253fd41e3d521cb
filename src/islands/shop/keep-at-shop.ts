import type { Problem } from "../../../server/problem.ts";

/** Sends what the shop sets; gives what is to be said of it. */
export async function keepAtShop(address: string, data: object, kept: string): Promise<string> {
  try {
    const answer = await fetch(address, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(data),
    });
    return answer.ok ? kept : ((await answer.json()) as Problem).detail;
  } catch {
    return "No answer from the server. What you entered is still here: press again.";
  }
}
