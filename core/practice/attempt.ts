import { z } from "zod";
import { bounded, boundedWhole, oneOf, uuid } from "../units.ts";

export const practiceLevels = ["seen", "unseen"] as const;
export type PracticeLevel = (typeof practiceLevels)[number];
export const practiceSpeeds = [1, 4] as const;
export type PracticeSpeed = (typeof practiceSpeeds)[number];
/** Seeds that can be handed out. */
export const MOST_SEED = 999_999;
/** Nobody sweeps for longer, frames: eight minutes. */
export const MOST_FRAMES = 8 * 60 * 30;

/** A sweep that somebody has ended, or lost: what their hand did, frame by frame, so that how it ended is worked out again. */
export const practiceAttempt = z.strictObject({
  id: uuid(),
  exercise: oneOf(["sweep"]),
  level: oneOf(practiceLevels),
  seed: boundedWhole(1, MOST_SEED),
  speed: z.literal(practiceSpeeds),
  hands: z
    .array(
      z.strictObject({
        xMm: bounded(-1_000, 2_000),
        yMm: bounded(-1_000, 2_000),
        on: z.boolean(),
      }),
    )
    .min(1)
    .max(MOST_FRAMES),
});
export type PracticeAttempt = z.output<typeof practiceAttempt>;

/** How somebody does in an exercise at a level. */
export interface Learned {
  exercise: PracticeAttempt["exercise"];
  level: PracticeLevel;
  tried: number;
  won: number;
  /** Of what was lost last, why; null where nothing was. */
  lostLast: string | null;
}
