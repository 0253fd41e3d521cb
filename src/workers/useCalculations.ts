import { useEffect, useState } from "react";
import type { Assuming } from "../../core/calculations.ts";
import type { Fault } from "../../core/faults.ts";
import { t } from "../../words/frame.ts";

/** How one calculation stands: still at it (with its share), done, or refused. */
export interface Calculated<Result> {
  result: (Result & Assuming) | null;
  /** In words, what the result rests on that nobody measured. */
  assumptions: readonly string[];
  faults: Fault[] | null;
  /** 0 to 1 where it tells. */
  share: number | null;
  /** The best answer up to now, where it tells. */
  soFar: unknown;
}

type Answer<Result> = { id: number } & Partial<
  Pick<Calculated<Result>, "share" | "soFar" | "result" | "assumptions" | "faults">
>;

const waiting = { result: null, assumptions: [], faults: null, share: null, soFar: undefined };

/**
 * Runs one calculation on several inputs in a worker, in their order; or `atOnce`, in as many workers as there are cores for them. New
 * inputs end what is still running; so do null and leaving the page. A worker that breaks down is told as a fault of all that it had.
 */
export function useCalculations<Result>(
  name: string,
  inputs: readonly unknown[] | null,
  { atOnce = false }: { atOnce?: boolean } = {},
): readonly Calculated<Result>[] {
  const [state, setState] = useState<{ of: readonly unknown[] | null; done: readonly Calculated<Result>[] }>({
    of: null,
    done: [],
  });
  useEffect(() => {
    if (!inputs || inputs.length === 0) return undefined;
    const enter = (isOf: (id: number) => boolean, more: Omit<Answer<Result>, "id">) =>
      setState((before) => {
        const done = before.of === inputs ? before.done : inputs.map(() => waiting);
        return { of: inputs, done: done.map((entry, i) => (isOf(i) ? { ...entry, ...more } : entry)) };
      });
    const count = atOnce ? Math.min(inputs.length, Math.max(1, navigator.hardwareConcurrency)) : 1;
    const workers = Array.from({ length: count }, (_, k) => {
      const worker = new Worker(new URL("./calculation.worker.ts", import.meta.url), {
        type: "module",
        name: document.documentElement.lang,
      });
      worker.onmessage = ({ data: { id, ...more } }: MessageEvent<Answer<Result>>) =>
        enter((i) => i === id, more);
      worker.onerror = () =>
        enter((i) => i % count === k, { faults: [{ path: name, message: t("it-broke-down-try-again") }] });
      return worker;
    });
    inputs.forEach((input, id) => workers[id % count]!.postMessage({ id, name, input }));
    return () => workers.forEach((worker) => worker.terminate());
  }, [name, inputs, atOnce]);
  return state.of === inputs ? state.done : (inputs ?? []).map(() => waiting);
}
