import { useEffect, useState } from "react";
import type { ToChoose } from "../../workers/choose.worker.ts";

/** Moves whose setting a calculation works out; the others are taken as they are offered. */
export const workedOut: ReadonlySet<string> = new Set([
  "heat-chosen",
  "soak-started",
  "dose-chosen",
  "pattern-chosen",
  "exposure-chosen",
  "axis-chosen",
  "lowered",
]);

/** A dial that is being turned asks once it rests for so long, ms. */
const REST_MS = 120;
/** How long until a worker that the server did not send is asked for again, ms. */
const AGAIN_MS = 2_000;

/** What was worked out for a step, and whether it is for what the dials say now. */
export interface Choice {
  data: unknown;
  isFresh: boolean;
}

/**
 * A setting as it is worked out for a step, off the page's own thread. While dials are turned the last one stands, marked as not
 * fresh; for another step it begins anew.
 */
export function useChoice(asked: ToChoose | null, step: string): Choice {
  const [chosen, setChosen] = useState<{ step: string; of: string; data: unknown } | null>(null);
  const of = asked ? JSON.stringify(asked.choices) : "";
  const isFirst = chosen?.step !== step;
  useEffect(() => {
    if (!asked) return undefined;
    let worker: Worker | null = null;
    const begin = () => {
      worker = new Worker(new URL("../../workers/choose.worker.ts", import.meta.url), {
        type: "module",
        name: document.documentElement.lang,
      });
      worker.onmessage = ({ data }) => setChosen({ step, of, data: data as unknown });
      // A worker that never came says no more than that; a fault in it would say what it is, and come again.
      worker.onerror = ({ message }) => {
        if (!message) timer = setTimeout(begin, AGAIN_MS);
      };
      worker.postMessage(asked);
    };
    let timer = setTimeout(begin, isFirst ? 0 : REST_MS);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
    // `step` and `of` say all that it rests on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [step, of]);
  return isFirst ? { data: null, isFresh: false } : { data: chosen.data, isFresh: chosen.of === of };
}
