import { MOST_SEED } from "../../../core/practice/attempt.ts";

export const anySeed = () => 1 + Math.floor(Math.random() * MOST_SEED);
