import { useCallback, useEffect, useRef, useState } from "react";
import type { ExerciseName, PracticeSpeed } from "../../../core/practice/attempt.ts";
import type { EndedPractice, FromPractice, Seen, ToPractice } from "../../workers/practice.worker.ts";

/** An exercise whose physics run in a worker: what is seen of it, and how it ended. */
export function usePractice<Hand, State>(
  exercise: ExerciseName,
  onEnd: (ended: EndedPractice<Hand, State>) => void,
) {
  const worker = useRef<Worker | null>(null);
  const [seen, setSeen] = useState<Seen<Hand, State> | null>(null);
  const told = useRef(onEnd);
  useEffect(() => {
    told.current = onEnd;
  });
  useEffect(() => () => worker.current?.terminate(), []);
  const tell = useCallback((message: ToPractice<Hand>) => worker.current?.postMessage(message), []);
  const begin = (seed: number, speed: PracticeSpeed) => {
    worker.current?.terminate();
    worker.current = new Worker(new URL("../../workers/practice.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current.onmessage = ({ data }: MessageEvent<FromPractice<Hand, State>>) => {
      if ("seen" in data) setSeen(data.seen);
      else told.current(data.ended);
    };
    setSeen(null);
    tell({ begin: { exercise, seed, speed } });
  };
  return {
    seen,
    begin,
    hold: useCallback((hand: Hand) => tell({ hand }), [tell]),
    done: () => tell({ done: true }),
  };
}
