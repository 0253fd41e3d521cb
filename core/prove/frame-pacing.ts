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
  if (intervalsMs.length < 2) throw new Error(`${intervalsMs.length} intervals; at least 2 are needed`);
  const sorted = [...intervalsMs].sort((a, b) => a - b);
  const medianMs = sorted[sorted.length >> 1]!;
  return {
    frames: intervalsMs.length + 1,
    medianMs,
    worstMs: sorted.at(-1)!,
    latePct: (100 * sorted.filter((ms) => ms > 1.5 * medianMs).length) / sorted.length,
  };
}
