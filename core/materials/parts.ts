import { z } from "zod";
import { boundedWhole, words } from "../units.ts";
import { costTold } from "./cost.ts";

/** A part that is kept ready, as it was counted; with so many of them, or fewer, more are ordered. */
export const part = z.strictObject({
  /** As its family names it: what a job takes by that name comes off. */
  name: words(120),
  counted: boundedWhole(0, 10_000),
  reorderAt: boundedWhole(0, 10_000),
  /** Of one. */
  costMinor: costTold(),
});
export type Part = z.output<typeof part>;
export type PartTold = z.input<typeof part>;

/** A part of the shelf: how many are left, below zero where jobs took more than were counted. */
export interface ShelvedPart extends Omit<Part, "counted"> {
  id: string;
  left: number;
}

/**
 * Whether more of a part are to be ordered: what open jobs will take is as good as gone.
 *
 * @example
 * isToOrder({ left: 3, reorderAt: 1 }, 2) // true
 */
export const isToOrder = (
  { left, reorderAt }: Pick<ShelvedPart, "left" | "reorderAt">,
  wanted: number,
): boolean => left - wanted <= reorderAt;
