import { z } from "zod";
import { bounded } from "../units.ts";

/** A bubble on the plan: its middle and how wide it is. */
export const bubblePlace = z.strictObject({
  xMm: bounded(0, 5_000),
  yMm: bounded(0, 5_000),
  diameterMm: bounded(0.01, 100),
});
export type BubblePlace = z.output<typeof bubblePlace>;

export const bubbleFates = ["gone", "left", "rework"] as const;
export type BubbleFate = (typeof bubbleFates)[number];
