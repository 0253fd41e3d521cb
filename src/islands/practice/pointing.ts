import type { PointingHand, PracticePlace } from "../../../core/practice/exercise.ts";

/** How fast keys move a hand, mm/s. */
const KEYS_MM_S = 45;

/** A hand that is where the pointer is, and presses where that does. */
export const pointing = <Hand extends PointingHand>(
  _: unknown,
  hand: Hand,
  { xMm, yMm }: PracticePlace,
  on: boolean,
): Hand => ({ ...hand, xMm, yMm, on });

/** A hand that arrows move, at a speed, mm/s. */
export const movedByKeys =
  (mmS = KEYS_MM_S) =>
  <Hand extends PointingHand>(
    _: unknown,
    hand: Hand,
    [x, y]: readonly [x: number, y: number],
    seconds: number,
  ): Hand => ({ ...hand, xMm: hand.xMm + mmS * x * seconds, yMm: hand.yMm + mmS * y * seconds });

/** A hand that presses, or no longer does. */
export const pressedOrNot = <Hand extends PointingHand>(hand: Hand): Hand => ({ ...hand, on: !hand.on });
