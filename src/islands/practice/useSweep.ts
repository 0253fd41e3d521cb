import { useCallback, useEffect, useRef, useState } from "react";
import type { PracticeSpeed } from "../../../core/practice/attempt.ts";
import type { SweepHand } from "../../../core/practice/sweep.ts";
import type { EndedSweep, FromPractice, SeenSweep, ToPractice } from "../../workers/practice.worker.ts";

/** A sweep whose physics run in a worker: what is seen of it, and how it ended. */
export function useSweep(onEnd: (ended: EndedSweep) => void) {
  const worker = useRef<Worker | null>(null);
  const [seen, setSeen] = useState<SeenSweep | null>(null);
  const told = useRef(onEnd);
  useEffect(() => {
    told.current = onEnd;
  });
  useEffect(() => () => worker.current?.terminate(), []);
  const tell = useCallback((message: ToPractice) => worker.current?.postMessage(message), []);
  const begin = (seed: number, speed: PracticeSpeed) => {
    worker.current?.terminate();
    worker.current = new Worker(new URL("../../workers/practice.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current.onmessage = ({ data }: MessageEvent<FromPractice>) => {
      if ("seen" in data) setSeen(data.seen);
      else told.current(data.ended);
    };
    tell({ begin: { seed, speed } });
  };
  return {
    seen,
    begin,
    hold: useCallback((hand: SweepHand) => tell({ hand }), [tell]),
    done: () => tell({ done: true }),
  };
}
