import { MOST_SEED, practiceLevels, seedAsked, type PracticeLevel } from "../../../core/practice/attempt.ts";

export const anySeed = () => 1 + Math.floor(Math.random() * MOST_SEED);

/** What an address asks for: its seed, or any, and how much is shown. */
export const practiceAsked = (params: URLSearchParams): { seed: number; level: PracticeLevel } => ({
  seed: seedAsked(params.get("seed")) ?? anySeed(),
  level: practiceLevels.find((name) => name === params.get("level")) ?? "seen",
});
