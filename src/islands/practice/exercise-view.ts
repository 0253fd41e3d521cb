import type { ReactNode } from "react";
import type { Loss, Moment, PracticePlace } from "../../../core/practice/exercise.ts";

/** What is shown of the bench: from its corner, against the panel's, mm. */
export interface Bench {
  fromX: number;
  fromY: number;
  widthMm: number;
  heightMm: number;
}

export interface PictureProps<Truth, Hand, State> {
  truth: Truth;
  /** Null before it has begun. */
  state: State | null;
  hand: Hand;
  /** Whether help is shown that a bench does not have. */
  isSeen: boolean;
  lost: Loss | null;
  /** Whether it is looked back at. */
  isOver: boolean;
}

/** How an exercise is shown, and what a pointer and keys do in it. */
export interface ExerciseView<Truth, Hand, State extends Moment> {
  bench: (truth: Truth) => Bench;
  /** What is asked for, before it begins. */
  asks: (truth: Truth) => string;
  /** How it stands. */
  soFar: (truth: Truth, state: State, isSeen: boolean) => string;
  won: (truth: Truth, state: State) => string;
  lost: (truth: Truth, loss: Loss) => string;
  /** What to change next time. */
  advice: (truth: Truth, loss: Loss | null) => string;
  how: () => string;
  fieldLabel: () => string;
  caution: () => string;
  /** What a pointer does that is somewhere on the bench, pressed down or not. */
  pointed?: (truth: Truth, hand: Hand, at: PracticePlace, isDown: boolean) => Hand;
  /** What a press on the bench does, once. */
  tapped?: (truth: Truth, hand: Hand, at: PracticePlace) => Hand;
  /** What arrows do for so many seconds. */
  keyed?: (truth: Truth, hand: Hand, towards: readonly [x: number, y: number], seconds: number) => Hand;
  /** What Space does. */
  pressed?: (hand: Hand) => Hand;
  /** Whether it ends without being said to be done. */
  endsItself?: boolean;
  /** What is shown beside the bench, a line each. */
  facts: (truth: Truth, state: State, isSeen: boolean, isOver: boolean) => string[];
  /** How near it is to breaking, 0 to 1, as a bar and a tone; left out where nothing is felt. */
  load?: (truth: Truth, state: State) => number;
  Picture: (props: PictureProps<Truth, Hand, State>) => ReactNode;
  /** What is pressed and set beside the bench. */
  Controls?: (props: PictureProps<Truth, Hand, State> & { act: (hand: Hand) => void }) => ReactNode;
}

/** Any exercise, where it does not matter which. */
export type AnyView = ExerciseView<unknown, unknown, Moment>;
