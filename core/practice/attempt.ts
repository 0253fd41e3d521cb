/** What can be practised, in the order in which a learner meets it. */
export const exerciseNames = [
  "sweep",
  "align",
  "probe",
  "see",
  "freeze",
  "window",
  "lower",
  "turn",
  "cut",
  "put-back",
  "wire",
] as const;
export type ExerciseName = (typeof exerciseNames)[number];

/** All that is practised: the exercises, and a whole job in the workspace itself. */
export const practiceNames = [...exerciseNames, "whole-job"] as const;
export type PracticeName = (typeof practiceNames)[number];

/** The code of a whole job that is practised begins as that of no real job does. */
export const PRACTICE_CODE = "practice-";
export const isPracticeCode = (code: string): boolean => code.startsWith(PRACTICE_CODE);

export const practiceLevels = ["seen", "unseen"] as const;
export type PracticeLevel = (typeof practiceLevels)[number];
export const practiceSpeeds = [1, 4] as const;
export type PracticeSpeed = (typeof practiceSpeeds)[number];
/** Seeds that can be handed out. */
export const MOST_SEED = 999_999;

/** The seed that an address, or whoever types one, asks for; null where that is none. */
export function seedAsked(text: string | null): number | null {
  const asked = Number(text);
  return Number.isInteger(asked) && asked >= 1 && asked <= MOST_SEED ? asked : null;
}

/** A learner's first week: what is new each day. Common practice, no source. */
export const firstWeek: readonly (readonly PracticeName[])[] = [
  ["sweep", "align"],
  ["probe", "see", "freeze"],
  ["window"],
  ["lower", "turn", "cut", "put-back"],
  ["wire", "whole-job"],
];

/** A first visit: what the product is for, in two minutes at four times the pace. */
export const tour: readonly { exercise: ExerciseName; seed: number }[] = [
  { exercise: "align", seed: 12 },
  { exercise: "window", seed: 3 },
  { exercise: "sweep", seed: 4 },
];
