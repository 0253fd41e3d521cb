import { useCallback, useEffect, useRef, useState } from "react";
import { pictureUrl } from "../../ui/picture-url.ts";
import type { Inspected, ToInspect, ToInspectBeside } from "../../workers/inspect.worker.ts";

/** What came of a look, with the squared-up panel as a picture to be shown; its address is good until the next look. */
export type Shown = Inspected & { url: string | null };

/** A look that is under way; both of its workers end with it. */
interface Running {
  end: () => void;
}

/**
 * Begins a look in a worker, with a second one that finds lines meanwhile. Both are begun here: a worker that another begins does not start
 * while that one is busy.
 */
function begin(what: ToInspect, onDone: (inspected: Inspected) => void, onError: () => void): Running {
  const worker = new Worker(new URL("../../workers/inspect.worker.ts", import.meta.url), { type: "module" });
  const lines = new Worker(new URL("../../workers/lines.worker.ts", import.meta.url), { type: "module" });
  const tell = (message: ToInspectBeside, transfer: Transferable[]) => worker.postMessage(message, transfer);
  const end = () => {
    worker.terminate();
    lines.terminate();
  };
  worker.onmessage = ({ data }: MessageEvent<Inspected>) => {
    end();
    onDone(data);
  };
  worker.onerror = () => {
    end();
    onError();
  };
  lines.onerror = () => tell({ areLinesBroken: true }, []);
  const { port1, port2 } = new MessageChannel();
  lines.postMessage(null, [port1]);
  tell({ look: what, lines: port2 }, [port2]);
  return { end };
}

/** Looks through photos in a worker, one at a time: a new one ends the one before, and so does leaving the page. */
export function useInspection(onDone: (shown: Shown) => void): {
  isLooking: boolean;
  hasFailed: boolean;
  look: (what: ToInspect) => void;
  stop: () => void;
} {
  const [isLooking, setIsLooking] = useState(false);
  const [hasFailed, setHasFailed] = useState(false);
  const running = useRef<Running | null>(null);
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });
  const stop = useCallback(() => {
    running.current?.end();
    running.current = null;
    setIsLooking(false);
  }, []);
  useEffect(() => stop, [stop]);
  const look = useCallback(
    (what: ToInspect) => {
      stop();
      setIsLooking(true);
      setHasFailed(false);
      const own = begin(
        what,
        (inspected) => {
          const { looked } = inspected;
          void (looked ? pictureUrl(looked.picture) : Promise.resolve(null)).then((url) => {
            if (running.current !== own) return;
            setIsLooking(false);
            done.current({ ...inspected, url });
          });
        },
        () => {
          setIsLooking(false);
          setHasFailed(true);
        },
      );
      running.current = own;
    },
    [stop],
  );
  return { isLooking, hasFailed, look, stop };
}
