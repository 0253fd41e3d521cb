import type { z } from "zod";
import { align } from "./align-hands.ts";
import type { ExerciseName } from "./attempt.ts";
import type { Exercise, Moment } from "./exercise.ts";
import { cut } from "./cut-hands.ts";
import { freeze } from "./freeze-hands.ts";
import { lower } from "./lower-hands.ts";
import { probe } from "./probe-hands.ts";
import { putBack } from "./put-back-hands.ts";
import { see } from "./see-hands.ts";
import { sweep } from "./sweep-hands.ts";
import { turn } from "./turn-hands.ts";
import { window } from "./window-hands.ts";
import { wire } from "./wire-hands.ts";

/** All exercises that there are. */
export const exercises = {
  window,
  wire,
  freeze,
  lower,
  align,
  sweep,
  turn,
  cut,
  see,
  "put-back": putBack,
  probe,
};

type Exercises = typeof exercises;
export type TruthOf<Name extends ExerciseName> = ReturnType<Exercises[Name]["drawn"]>;
export type HandOf<Name extends ExerciseName> = z.output<Exercises[Name]["hand"]>;
export type StateOf<Name extends ExerciseName> = ReturnType<Exercises[Name]["begun"]>;

/** One of them by its name, where it does not matter which. */
export const exerciseNamed = (name: ExerciseName) =>
  exercises[name] as unknown as Exercise<unknown, unknown, Moment>;
