import { useEffect, useState } from "react";
import type { PlanAsked } from "../../server/plan.ts";

/** What open jobs still ask of the bench and its shelves; null until that is told, or where nobody answers. */
export function useOpenJobs(): PlanAsked | null {
  const [asked, setAsked] = useState<PlanAsked | null>(null);
  useEffect(() => {
    const stopped = new AbortController();
    fetch("/api/plan", { signal: stopped.signal })
      .then(async (answer) => {
        if (answer.ok) setAsked((await answer.json()) as PlanAsked);
      })
      // Without an answer only what is left is told.
      .catch(() => undefined);
    return () => stopped.abort();
  }, []);
  return asked;
}
