import { useState } from "react";
import type { HotNearby } from "../../../server/hot-nearby.ts";
import { useLive } from "../../ui/useLive.ts";

/** What is hot at other stations, hottest first; asked again whenever a job changes. */
export function useHotNearby(code: string): HotNearby[] {
  const [tools, setTools] = useState<HotNearby[]>([]);
  const ask = () => {
    void fetch(`/api/jobs/${code}/hot-nearby`)
      .then(async (answer) => {
        if (answer.ok) setTools((await answer.json()) as HotNearby[]);
      })
      // What was last known to be hot stays named until the server answers again.
      .catch(() => undefined);
  };
  useLive({ onChange: ask, onLost: () => undefined });
  return [...tools].sort((a, b) => b.hotC - a.hotC);
}
