import { useEffect, useRef, useState } from "react";
import type { BenchFits } from "../../../core/heat/bench-fit.ts";

/** What the station measured of itself: as the page came with it, and anew where the screen is said to stand elsewhere. */
export function useBenchFits(initial: BenchFits, station: string): BenchFits {
  const [fits, setFits] = useState(initial);
  const known = useRef(station);
  useEffect(() => {
    if (known.current === station) return;
    known.current = station;
    const stopped = new AbortController();
    fetch(`/api/bench-fits${station ? `?station=${station}` : ""}`, { signal: stopped.signal })
      .then(async (answer) => answer.ok && setFits((await answer.json()) as BenchFits))
      // The values stay as they were; the next page is worked out with the station's own.
      .catch(() => undefined);
    return () => stopped.abort();
  }, [station]);
  return fits;
}
