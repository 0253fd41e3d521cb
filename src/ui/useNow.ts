import { useEffect, useState } from "react";

/** The time, ticking. `start` is what the server wrote the page with. */
export function useNow(startMs: number, everyMs = 250): number {
  const [now, setNow] = useState(startMs);
  useEffect(() => {
    setNow(Date.now());
    const tick = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(tick);
  }, [everyMs]);
  return now;
}
