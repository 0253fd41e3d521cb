import { language, type Language } from "../words/language.ts";
import type { StoredJob } from "./store/jobs.ts";

/** What was worked out of jobs, kept for so long while nothing is added to them; each language has its own words. */
export function heldFor<Value>(holdsMs: number) {
  const held = new WeakMap<StoredJob["moves"], { value: Value; asOfMs: number; spoken: Language }>();
  return {
    /** Null where it has to be worked out. */
    of({ moves }: StoredJob, nowMs: number): Value | null {
      const there = held.get(moves);
      const isFresh = there && nowMs >= there.asOfMs && nowMs - there.asOfMs < holdsMs;
      return isFresh && there.spoken === language() ? there.value : null;
    },
    keep({ moves }: StoredJob, nowMs: number, value: Value): Value {
      held.set(moves, { value, asOfMs: nowMs, spoken: language() });
      return value;
    },
  };
}
