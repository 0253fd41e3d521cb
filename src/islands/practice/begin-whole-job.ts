import type { PracticeLevel } from "../../../core/practice/attempt.ts";
import { askServer } from "../../ui/ask-server.ts";

/** Begins a whole job and goes to it; what is to be said where the server does not begin it. */
export async function beginWholeJob(seed: number, level: PracticeLevel): Promise<string> {
  const asked = await askServer("/api/practice/jobs", "POST", { seed, level });
  if ("said" in asked) return asked.said;
  const { code } = (await asked.answer.json()) as { code: string };
  location.assign(`/jobs/${code}`);
  return "";
}
