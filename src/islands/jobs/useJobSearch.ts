import { useEffect, useRef, useState } from "react";
import type { FoundJobs } from "../../../server/store/job-search.ts";

/** Typing goes on for so long before it is asked for, ms. */
const PAUSE_MS = 120;

async function askFor(query: string, signal?: AbortSignal): Promise<FoundJobs> {
  const answer = await fetch(`/api/jobs?${query}`, signal ? { signal } : {});
  if (!answer.ok) throw new Error(String(answer.status));
  return (await answer.json()) as FoundJobs;
}

/** The jobs that a query finds; null while it is asked for the first time. What was found last stays until there is an answer. */
export function useJobSearch(query: string | null, initial: FoundJobs | null) {
  const [found, setFound] = useState(initial);
  const [isAway, setAway] = useState(false);
  const asked = useRef(initial === null ? null : query);
  useEffect(() => {
    if (query === asked.current) return;
    asked.current = query;
    if (query === null) {
      setFound(null);
      return;
    }
    const stopped = new AbortController();
    const timer = setTimeout(() => {
      askFor(query, stopped.signal)
        .then((answer) => {
          setFound(answer);
          setAway(false);
        })
        .catch(() => !stopped.signal.aborted && setAway(true));
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stopped.abort();
    };
  }, [query]);
  const more = async () => {
    if (!found || query === null) return;
    try {
      const next = await askFor(`${query}&skip=${found.jobs.length}`);
      const there = new Set(found.jobs.map(({ code }) => code));
      setFound({
        ...next,
        jobs: [...found.jobs, ...next.jobs.filter(({ code }) => !there.has(code))],
        panels: { ...found.panels, ...next.panels },
      });
      setAway(false);
    } catch {
      setAway(true);
    }
  };
  return { found, isAway, more };
}
