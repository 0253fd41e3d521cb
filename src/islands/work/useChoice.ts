import { useEffect, useState } from "react";
import type { ToChoose } from "../../workers/choose.worker.ts";

/** Moves whose setting a calculation works out; the others are taken as they are offered. */
export const workedOut: ReadonlySet<string> = new Set([
  "heat-chosen",
  "dose-chosen",
  "pattern-chosen",
  "exposure-chosen",
  "axis-chosen",
  "lowered",
]);

/** A setting as it is worked out for a move; null while that goes on. Begun anew when what it rests on changes. */
export function useChoice(asked: ToChoose | null, key: string): unknown {
  const [chosen, setChosen] = useState<{ key: string; data: unknown } | null>(null);
  useEffect(() => {
    if (!asked) return;
    const worker = new Worker(new URL("../../workers/choose.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }) => setChosen({ key, data: data as unknown });
    worker.postMessage(asked);
    return () => worker.terminate();
    // `key` says all that it rests on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return chosen?.key === key ? chosen.data : null;
}
