import { z } from "zod";
import { bounded } from "../units.ts";

/** How often a hand is looked at, each second. */
export const FRAMES_PER_S = 30;
/** Nobody practises for longer at a time, frames: eight minutes. */
export const MOST_FRAMES = 8 * 60 * FRAMES_PER_S;

/** A place, mm from the panel's upper left corner. */
export interface PracticePlace {
  xMm: number;
  yMm: number;
}

/** Why an exercise was lost, where, and the number that would have told. */
export interface Loss<Reason extends string = string> {
  reason: Reason;
  /** Null where it is about no place. */
  at: PracticePlace | null;
  had: number;
  limit: number;
}

/** What every exercise comes to at a moment. */
export interface Moment<Reason extends string = string> {
  /** Since it began, s. */
  tS: number;
  /** Null where it goes on. What is lost stays as it was when it was. */
  lost: Loss<Reason> | null;
}

/** An exercise: a truth that a seed draws, a hand that acts on it frame by frame, and the physics that answer. */
export interface Exercise<Truth, Hand, State extends Moment> {
  /** What a hand may be. */
  hand: z.ZodType<Hand>;
  drawn: (seed: number) => Truth;
  atRest: () => Hand;
  begun: (truth: Truth) => State;
  /** A moment later. */
  step: (truth: Truth, state: State, hand: Hand, dtS: number) => State;
  /** Whether it is over by itself; left out where the hand says when it is. */
  isOver?: (state: State) => boolean;
  /** Why what a hand says is done is lost; null where it went well. */
  verdict: (truth: Truth, state: State) => Loss | null;
  /** A good hand, frame by frame, where time goes `times` as fast. */
  goodHand: (truth: Truth, times: number) => Hand[];
}

/** A hand that is somewhere on the bench, and holds something down or does not. */
export const pointingHand = z.strictObject({
  xMm: bounded(-1_000, 2_000),
  yMm: bounded(-1_000, 2_000),
  on: z.boolean(),
});
export type PointingHand = z.output<typeof pointingHand>;

/** One number of a row, from `least` to `most`. */
export const between = (next: () => number, least: number, most: number): number =>
  least + (most - least) * next();

/** A speed as it is felt: what it was, drawn towards what it is now over so long, s. */
export const smoothed = (before: number, now: number, dtS: number, overS: number): number =>
  before + Math.min(1, dtS / overS) * (now - before);

/** What a hand presses, holds or has done, by yes and no. */
const pressedBy = (hand: object): string =>
  Object.entries(hand)
    .filter(([, value]) => typeof value === "boolean")
    .join();

/**
 * What a hand has done since it was looked at last, with what it does now: a press that was shorter than a moment is one, and where only a
 * place has changed the last one stands.
 *
 * @example
 * [true, false].map((on) => withHand([{ xMm: 1, on: true }], { xMm: 2, on }).length) // [1, 2]
 */
export function withHand<Hand extends object>(coming: readonly Hand[], hand: Hand): Hand[] {
  const last = coming.at(-1);
  const isSame = last !== undefined && pressedBy(last) === pressedBy(hand);
  return [...(isSame ? coming.slice(0, -1) : coming), hand];
}

/** How a hand is seen where time goes `times` as fast: every so many frames. */
export const everyNth = <Hand>(hands: readonly Hand[], times: number): Hand[] =>
  hands.filter((_, k) => k % times === 0);

/** A hand that keeps still long enough to be seen where time goes faster. */
export const held = <Hand>(hand: Hand): Hand[] => Array.from({ length: 8 }, () => hand);

/** A whole exercise: where it stood after each second and at its end, and how it ended. */
export function played<Truth, Hand, State extends Moment>(
  { begun, step, verdict }: Pick<Exercise<Truth, Hand, State>, "begun" | "step" | "verdict">,
  truth: Truth,
  hands: readonly Hand[],
  times = 1,
): { seconds: readonly State[]; end: State; lost: Loss | null } {
  let state = begun(truth);
  const seconds = [state];
  hands.forEach((hand, k) => {
    if (state.lost === null) state = step(truth, state, hand, times / FRAMES_PER_S);
    if ((k + 1) % FRAMES_PER_S === 0 || k === hands.length - 1) seconds.push(state);
  });
  return { seconds, end: state, lost: state.lost ?? verdict(truth, state) };
}
