import { useEffect, useRef, useState } from "react";
import type { FoundJobs } from "../../../server/store/job-search.ts";
import type { Problem } from "../../../server/problem.ts";
import { isRefusal } from "../../ui/refusal.ts";

/** Typing goes on for so long before it is asked for, ms. */
const PAUSE_MS = 120;

/** The server says what is wrong with what it was asked. */
class Refused extends Error {}

async function askFor(query: string, signal?: AbortSignal): Promise<FoundJobs> {
  const answer = await fetch(`/api/jobs?${query}`, signal ? { signal } : {});
  if (isRefusal(answer.status, answer.headers.get("content-type")))
    throw new Refused(((await answer.json()) as Problem).detail);
  if (!answer.ok) throw new Error(String(answer.status));
  return (await answer.json()) as FoundJobs;
}

/** The jobs that a query finds; null while it is asked for the first time. What was found last stays until there is an answer. `refused`: what the server says is wrong with it. */
export function useJobSearch(query: string | null, initial: FoundJobs | null) {
  const [found, setFound] = useState(initial);
  const [isAway, setAway] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const failed = (error: unknown) => {
    setRefused(error instanceof Refused ? error.message : null);
    setAway(!(error instanceof Refused));
  };
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
          setRefused(null);
        })
        .catch((error: unknown) => !stopped.signal.aborted && failed(error));
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
    } catch (error) {
      failed(error);
    }
  };
  return { found, isAway, refused, more };
}
