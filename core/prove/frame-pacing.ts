import { median } from "../median.ts";
import { t } from "../../words/prove.ts";

/** How evenly pictures came, from the time between each and the next, ms. */
export interface FramePacing {
  frames: number;
  medianMs: number;
  worstMs: number;
  /** Share that came so late that one was missed: later than one and a half times the median. */
  latePct: number;
}

/** @throws Error where there are fewer than two intervals. */
export function framePacing(intervalsMs: readonly number[]): FramePacing {
  if (intervalsMs.length < 2)
    throw new Error(t("intervals-at-least-2-are-needed", { intervalsMs: intervalsMs.length }));
  const medianMs = median(intervalsMs);
  return {
    frames: intervalsMs.length + 1,
    medianMs,
    worstMs: intervalsMs.reduce((a, b) => Math.max(a, b)),
    latePct: (100 * intervalsMs.filter((ms) => ms > 1.5 * medianMs).length) / intervalsMs.length,
  };
}
