import { useEffect, useState } from "react";

/** The last job of a device. */
export interface LastJob {
  code: string;
  endedAt: string | null;
}

/** Typing goes on for so long before it is asked for, ms. */
const PAUSE_MS = 250;

/** The last job of the device with a serial number; null where none is known, or nobody answers. */
export function useLastJob(typed: string): LastJob | null {
  const serial = typed.trim();
  const [found, setFound] = useState<{ serial: string; job: LastJob | null } | null>(null);
  useEffect(() => {
    if (serial === "") return undefined;
    const stopped = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/api/devices/${encodeURIComponent(serial)}`, { signal: stopped.signal })
        .then(async (answer) =>
          setFound({ serial, job: answer.ok ? ((await answer.json()) as LastJob | null) : null }),
        )
        // It can be said later just as well.
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stopped.abort();
    };
  }, [serial]);
  return found?.serial === serial ? found.job : null;
}
