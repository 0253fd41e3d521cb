import { z } from "zod";
import { bounded, boundedWhole } from "../../core/units.ts";

/** What a page may tell a stand-in of its time: its own clock, and how many times as fast the stand-in is to live. */
export const standInTime = z.object({
  at: z.coerce.number().pipe(boundedWhole(0, 8.64e15)).optional(),
  speed: z.coerce.number().pipe(bounded(1, 600)).default(1),
});
export type StandInTime = z.output<typeof standInTime>;

/** A clock that starts at the page's time (ms since 1970; the server's where none is told) and runs so many times as fast. */
export function standInClock({ at, speed }: StandInTime, now: () => number = Date.now): () => number {
  const startedMs = now();
  return () => (at ?? startedMs) + speed * (now() - startedMs);
}
