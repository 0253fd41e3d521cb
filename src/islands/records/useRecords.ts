import { useEffect, useState } from "react";
import type { JobRecord } from "../../../core/yield/job-record.ts";

export type Period = "quarter" | "year" | "all";
const DAY_MS = 86_400_000;
const days: Record<Period, number> = { quarter: 91, year: 365, all: 36_500 };

/** The records of a time up to now, anew for each person; null until they are here. */
export function useRecords(nowMs: number, period: Period, who: string) {
  const [state, setState] = useState<{ of: string; records: JobRecord[] } | null>(null);
  const [isAway, setAway] = useState(false);
  const [tries, setTries] = useState(0);
  const of = `${period} ${who}`;
  useEffect(() => {
    const stopped = new AbortController();
    const from = new Date(Math.max(0, nowMs - days[period] * DAY_MS)).toISOString();
    const to = new Date(nowMs + DAY_MS).toISOString();
    fetch(`/api/records?from=${from}&to=${to}`, { signal: stopped.signal })
      .then(async (answer) => {
        if (!answer.ok) throw new Error(String(answer.status));
        setState({ of, records: (await answer.json()) as JobRecord[] });
        setAway(false);
      })
      .catch(() => !stopped.signal.aborted && setAway(true));
    return () => stopped.abort();
  }, [nowMs, period, of, tries]);
  return { records: state?.of === of ? state.records : null, isAway, again: () => setTries(tries + 1) };
}
