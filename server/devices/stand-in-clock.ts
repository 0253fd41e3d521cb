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

/** How often a stand-in tells, ms of its own time; and never more often than this in the server's. */
const EVERY_MS = 1_000;
const LEAST_MS = 100;

/** The ticks of a stand-in that lives so many times as fast: how often it tells in its own time, and telling until it is ended. */
export function standInTicks(speed: number): { everyMs: number; run: (tell: () => void) => () => void } {
  const realEveryMs = Math.max(LEAST_MS, EVERY_MS / speed);
  return {
    everyMs: realEveryMs * speed,
    run(tell) {
      tell();
      const ticking = setInterval(tell, realEveryMs);
      return () => clearInterval(ticking);
    },
  };
}
