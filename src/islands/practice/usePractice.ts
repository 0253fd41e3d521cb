import { useCallback, useEffect, useRef, useState } from "react";
import type { ExerciseName, PracticeSpeed } from "../../../core/practice/attempt.ts";
import type { Drawn, EndedPractice, FromPractice, Seen, ToPractice } from "../../workers/practice.worker.ts";

/** An exercise whose physics run in a worker: what is seen of it, and how it ended. */
export function usePractice<Hand, State>(
  exercise: ExerciseName,
  first: Drawn,
  onEnd: (ended: EndedPractice<Hand, State>) => void,
) {
  const [drawn, setDrawn] = useState(first);
  const worker = useRef<Worker | null>(null);
  const [seen, setSeen] = useState<Seen<Hand, State> | null>(null);
  const told = useRef(onEnd);
  useEffect(() => {
    told.current = onEnd;
  });
  useEffect(() => () => worker.current?.terminate(), []);
  const tell = useCallback((message: ToPractice<Hand>) => worker.current?.postMessage(message), []);
  /** A worker is made once there is something to do. */
  const ask = (message: ToPractice<Hand>) => {
    if (!worker.current) {
      worker.current = new Worker(new URL("../../workers/practice.worker.ts", import.meta.url), {
        type: "module",
      });
      worker.current.onmessage = ({ data }: MessageEvent<FromPractice<Hand, State>>) => {
        if ("drawn" in data) setDrawn(data.drawn);
        else if ("seen" in data) setSeen(data.seen);
        else told.current(data.ended);
      };
    }
    setSeen(null);
    tell(message);
  };
  return {
    /** What the last seed that was asked for has drawn. */
    drawn,
    seen,
    draw: (seed: number) => ask({ draw: { exercise, seed } }),
    begin: (seed: number, speed: PracticeSpeed) => ask({ begin: { exercise, seed, speed } }),
    hold: useCallback((hand: Hand) => tell({ hand }), [tell]),
    done: () => tell({ done: true }),
  };
}
