import { useEffect, useState } from "react";

export type Period = "quarter" | "year" | "all";
const DAY_MS = 86_400_000;
const days: Record<Period, number> = { quarter: 91, year: 365, all: 36_500 };

/** What the server tells at an address of a time up to now, anew for each person; null until it is here. */
export function useOfPeriod<Told>(address: string, nowMs: number, period: Period, who: string) {
  const [state, setState] = useState<{ of: string; told: Told } | null>(null);
  const [isAway, setAway] = useState(false);
  const [tries, setTries] = useState(0);
  const of = `${period} ${who}`;
  useEffect(() => {
    const stopped = new AbortController();
    const from = new Date(Math.max(0, nowMs - days[period] * DAY_MS)).toISOString();
    const to = new Date(nowMs + DAY_MS).toISOString();
    fetch(`${address}?from=${from}&to=${to}`, { signal: stopped.signal })
      .then(async (answer) => {
        if (!answer.ok) throw new Error(String(answer.status));
        setState({ of, told: (await answer.json()) as Told });
        setAway(false);
      })
      .catch(() => !stopped.signal.aborted && setAway(true));
    return () => stopped.abort();
  }, [address, nowMs, period, of, tries]);
  return { told: state?.of === of ? state.told : null, isAway, again: () => setTries(tries + 1) };
}
