/** From now on: what this process has cost in ms of its own. Other work on the same cores does not count. */
export function cpuClock(): () => number {
  const before = process.cpuUsage();
  return () => {
    const { user, system } = process.cpuUsage(before);
    return (user + system) / 1_000;
  };
}

/** What some work costs this process in ms of its own. */
export function cpuMs(work: () => unknown): number {
  const spentMs = cpuClock();
  work();
  return spentMs();
}
