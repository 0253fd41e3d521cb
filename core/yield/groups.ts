import type { YieldJob, YieldKey } from "./yield-input.ts";

/** What jobs are told apart by. */
type Told = Pick<YieldJob, Exclude<YieldKey, "lot"> | "lots">;

/** What a job counts under: each of its lots, else one value; nothing where it has none. */
const valuesOf = (job: Told, key: YieldKey): string[] => {
  if (key === "lot") return [...new Set(job.lots)];
  const value = job[key];
  return value === undefined ? [] : [value];
};

/** The names of the groups that a job is in. */
export const groupsOf = (job: Told, keys: readonly YieldKey[]): string[] =>
  keys
    .map((key) => valuesOf(job, key))
    .reduce((names, values) => names.flatMap((name) => values.map((value) => [...name, value])), [
      [],
    ] as string[][])
    .map((name) => name.join(" · "));
