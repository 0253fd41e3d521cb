import { useCallback, useEffect, useRef, useState } from "react";
import { pictureUrl } from "../../ui/picture-url.ts";
import type { Inspected, ToInspect } from "../../workers/inspect.worker.ts";

/** What came of a look, with the squared-up panel as a picture to be shown; its address is good until the next look. */
export type Shown = Inspected & { url: string | null };

/** Looks through photos in a worker, one at a time: a new one ends the one before, and so does leaving the page. */
export function useInspection(onDone: (shown: Shown) => void): {
  isLooking: boolean;
  hasFailed: boolean;
  look: (what: ToInspect) => void;
  stop: () => void;
} {
  const [isLooking, setIsLooking] = useState(false);
  const [hasFailed, setHasFailed] = useState(false);
  const worker = useRef<Worker | null>(null);
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setIsLooking(false);
  }, []);
  useEffect(() => stop, [stop]);
  const look = useCallback(
    (what: ToInspect) => {
      stop();
      setIsLooking(true);
      setHasFailed(false);
      const fresh = new Worker(new URL("../../workers/inspect.worker.ts", import.meta.url), {
        type: "module",
      });
      worker.current = fresh;
      fresh.onmessage = ({ data }: MessageEvent<Inspected>) => {
        fresh.terminate();
        void (data.looked ? pictureUrl(data.looked.picture) : Promise.resolve(null)).then((url) => {
          if (worker.current !== fresh) return;
          setIsLooking(false);
          done.current({ ...data, url });
        });
      };
      fresh.onerror = () => {
        setIsLooking(false);
        setHasFailed(true);
      };
      fresh.postMessage(what);
    },
    [stop],
  );
  return { isLooking, hasFailed, look, stop };
}
