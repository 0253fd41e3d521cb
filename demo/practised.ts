import { asSetDown } from "../core/practice/align-hands.ts";
import type { ExerciseName, PracticeLevel } from "../core/practice/attempt.ts";
import { played, type Loss } from "../core/practice/exercise.ts";
import { exerciseNamed } from "../core/practice/exercises.ts";
import { allPairs } from "../core/practice/probe-hands.ts";
import { unevenHand } from "../core/practice/sweep-hands.ts";

/** Who has begun to practise in the demo workshop. */
export const PRACTISES = "linus";

const HOUR_MS = 3_600_000;

export interface Practised {
  exercise: ExerciseName;
  level: PracticeLevel;
  seed: number;
  atMs: number;
  lost: Loss | null;
  tookS: number;
}

type Hand = (truth: never, times: number) => unknown[];

/** The learner's first two days: how each attempt ended is worked out from a scripted hand, as it is from a real one. */
export function demoPractice(nowMs: number): Practised[] {
  const done: readonly [
    exercise: ExerciseName,
    level: PracticeLevel,
    seed: number,
    hoursAgo: number,
    hand?: Hand,
  ][] = [
    ["sweep", "seen", 11, 52, unevenHand],
    ["sweep", "seen", 11, 51.8],
    ["sweep", "unseen", 12, 51.5],
    ["align", "seen", 21, 50, asSetDown],
    ["align", "seen", 21, 49.9],
    ["align", "unseen", 22, 49.7],
    ["probe", "seen", 31, 27, allPairs],
    ["probe", "seen", 31, 26.8],
  ];
  return done.map(([exercise, level, seed, hoursAgo, hand]) => {
    const practised = exerciseNamed(exercise);
    const truth = practised.drawn(seed);
    const { lost, end } = played(practised, truth, (hand ?? practised.goodHand)(truth as never, 4), 4);
    return { exercise, level, seed, atMs: nowMs - hoursAgo * HOUR_MS, lost, tookS: end.tS };
  });
}
