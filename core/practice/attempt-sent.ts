import { z } from "zod";
import { boundedWhole, oneOf, uuid } from "../units.ts";
import { exerciseNames, MOST_SEED, practiceLevels, practiceSpeeds, type ExerciseName } from "./attempt.ts";
import { MOST_FRAMES } from "./exercise.ts";
import { exerciseNamed } from "./exercises.ts";

const attemptAt = (name: ExerciseName) =>
  z.strictObject({
    id: uuid(),
    exercise: z.literal(name),
    level: oneOf(practiceLevels),
    seed: boundedWhole(1, MOST_SEED),
    speed: z.literal(practiceSpeeds),
    hands: z.array(exerciseNamed(name).hand).min(1).max(MOST_FRAMES),
  });

const [first, ...others] = exerciseNames.map(attemptAt);

/** An exercise that somebody has ended, or lost: what their hand did, frame by frame, so that how it ended is worked out again. */
export const practiceAttempt = z.discriminatedUnion("exercise", [first!, ...others]);
export type PracticeAttempt = z.output<typeof practiceAttempt>;
