import { useEffect, useRef, useState } from "react";

/** Typing goes on for so long before it is asked for, ms. */
const PAUSE_MS = 150;

/** What the server finds at an address (`?find=`) by what is being typed; what was found last stands until there is an answer. */
export function useTypedSearch<Found>(address: string, initial: Found) {
  const [find, setFind] = useState("");
  const [found, setFound] = useState(initial);
  const [isAway, setAway] = useState(false);
  const asked = useRef("");
  useEffect(() => {
    if (find === asked.current) return;
    asked.current = find;
    const stopped = new AbortController();
    const timer = setTimeout(() => {
      fetch(`${address}?find=${encodeURIComponent(find)}`, { signal: stopped.signal })
        .then(async (answer) => {
          if (!answer.ok) throw new Error(String(answer.status));
          setFound((await answer.json()) as Found);
          setAway(false);
        })
        .catch(() => !stopped.signal.aborted && setAway(true));
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stopped.abort();
    };
  }, [address, find]);
  return { find, setFind, found, setFound, isAway };
}
