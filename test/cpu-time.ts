/** What some work costs this process in ms of its own: other work on the same cores does not count. */
export function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1_000;
}
