/** Whether a last day (ISO date; null where there is none) is over at a moment, ms since 1970: it counts to its end, in UTC. */
export const isPast = (lastDay: string | null, nowMs: number): boolean =>
  lastDay !== null && nowMs >= Date.parse(`${lastDay}T00:00:00Z`) + 86_400_000;
