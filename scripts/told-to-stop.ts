const SIGNALS = ["SIGINT", "SIGTERM", "SIGHUP"] as const;

/** Does something once this program is told to stop, by whichever signal; told again by the same, it is over at once. */
export function whenToldToStop(stop: () => void): void {
  for (const signal of SIGNALS) process.once(signal, stop);
}
