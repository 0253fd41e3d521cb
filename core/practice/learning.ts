import { wilson95 } from "../statistics/binomial.ts";
import { practiceNames, practiceLevels, type PracticeName, type PracticeLevel } from "./attempt.ts";

/** How somebody does in an exercise at a level, by the last twenty. */
export interface Learned {
  exercise: PracticeName;
  level: PracticeLevel;
  tried: number;
  won: number;
  /** Of what was lost last, why; null where nothing was. */
  lostLast: string | null;
  /** Whether the very last one was lost, and when it was. */
  isLastLost: boolean;
  lastAt: string;
}

/** What was not practised for so long has faded, days. Assumed. */
export const FADES_AFTER_DAYS = 21;
const DAY_MS = 86_400_000;

export interface NextPractice {
  exercise: PracticeName;
  level: PracticeLevel;
  why: "lost last" | "new" | "faded" | "hidden next";
}

/**
 * What to practise next: what was lost last, then what is new, then what has faded, then what went well with help shown and not yet without.
 * Null where all of it is fresh.
 */
export function nextPractice(learned: readonly Learned[], nowMs: number): NextPractice | null {
  const at = (exercise: PracticeName, level: PracticeLevel) =>
    learned.find((one) => one.exercise === exercise && one.level === level);
  const [lost] = learned
    .filter(({ isLastLost }) => isLastLost)
    .sort((a, b) => Date.parse(b.lastAt) - Date.parse(a.lastAt));
  if (lost) return { exercise: lost.exercise, level: lost.level, why: "lost last" };
  const fresh = practiceNames.find((name) => practiceLevels.every((level) => !at(name, level)));
  if (fresh) return { exercise: fresh, level: "seen", why: "new" };
  const latest = (name: PracticeName) =>
    Math.max(...learned.filter(({ exercise }) => exercise === name).map(({ lastAt }) => Date.parse(lastAt)));
  const [faded] = practiceNames
    .filter((name) => nowMs - latest(name) > FADES_AFTER_DAYS * DAY_MS)
    .sort((a, b) => latest(a) - latest(b));
  if (faded) return { exercise: faded, level: at(faded, "unseen") ? "unseen" : "seen", why: "faded" };
  const hidden = practiceNames.find((name) => !at(name, "unseen"));
  return hidden ? { exercise: hidden, level: "unseen", why: "hidden next" } : null;
}

/**
 * How likely somebody is to do well at least, %: the lower end of Wilson's 95 % range, as at the bench, with nothing shown that a bench does
 * not show.
 */
export function surePct(learned: readonly Learned[], exercise: PracticeName): number {
  const own = learned.find((one) => one.exercise === exercise && one.level === "unseen");
  return own ? Math.floor(100 * wilson95(own.won, own.tried)[0]) : 0;
}

/** Whether somebody is ready for the bench in an exercise, by the lead's limit, %. */
export const isReady = (learned: readonly Learned[], exercise: PracticeName, limitPct: number): boolean =>
  surePct(learned, exercise) >= limitPct;
