import { useEffect, useRef } from "react";
import type { JobChange } from "../../server/live.ts";
import type { KeptMove } from "../../server/store/kept-moves.ts";

interface Listener {
  /** The job whose new moves come with the news; one a page. */
  job?: string;
  onChange: (code: string, moves?: readonly KeptMove[]) => void;
  onLost: () => void;
}

/** Everybody on this page who listens, over one line: a browser allows only a few open lines to one server. */
const listeners = new Set<Listener>();
let line: EventSource | null = null;
let lineJob: string | undefined;

const wantedJob = () => [...listeners].find(({ job }) => job !== undefined)?.job;

function listen(): void {
  line?.close();
  line = null;
  if (document.hidden || listeners.size === 0) return;
  lineJob = wantedJob();
  line = new EventSource(lineJob ? `/api/live?job=${encodeURIComponent(lineJob)}` : "/api/live");
  const tell = ({ code, moves }: JobChange) =>
    [...listeners].forEach((listener) => listener.onChange(code, moves));
  line.onopen = () => tell({ code: "" });
  line.onmessage = ({ data }) => tell(JSON.parse(data as string) as JobChange);
  line.onerror = () => [...listeners].forEach((listener) => listener.onLost());
}

function join(listener: Listener): () => void {
  listeners.add(listener);
  if (listeners.size === 1) document.addEventListener("visibilitychange", listen);
  if (listeners.size === 1 || wantedJob() !== lineJob) {
    listen();
  } else if (line?.readyState === EventSource.OPEN) {
    listener.onChange("");
  }
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    document.removeEventListener("visibilitychange", listen);
    listen();
  };
}

/**
 * Calls back when the server says that a job has changed: with its code (and its new moves, of the job that is named), or with "" where
 * something may have been missed. A page that nobody looks at hangs up.
 */
export function useLive({ job, onChange, onLost }: Listener): void {
  const handlers = useRef({ onChange, onLost });
  useEffect(() => {
    handlers.current = { onChange, onLost };
  });
  useEffect(
    () =>
      join({
        ...(job === undefined ? {} : { job }),
        onChange: (code, moves) => handlers.current.onChange(code, moves),
        onLost: () => handlers.current.onLost(),
      }),
    [job],
  );
}
