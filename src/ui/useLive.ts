import { useEffect, useRef } from "react";

interface Listener {
  onChange: (code: string) => void;
  onLost: () => void;
}

/** Everybody on this page who listens, over one line: a browser allows only a few open lines to one server. */
const listeners = new Set<Listener>();
let line: EventSource | null = null;

function listen(): void {
  line?.close();
  line = null;
  if (document.hidden || listeners.size === 0) return;
  line = new EventSource("/api/live");
  const tell = (code: string) => [...listeners].forEach((listener) => listener.onChange(code));
  line.onopen = () => tell("");
  line.onmessage = ({ data }) => tell(JSON.parse(data as string) as string);
  line.onerror = () => [...listeners].forEach((listener) => listener.onLost());
}

function join(listener: Listener): () => void {
  listeners.add(listener);
  if (listeners.size === 1) {
    document.addEventListener("visibilitychange", listen);
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
 * Calls back when the server says that a job has changed: with its code, or with "" where something may have been
 * missed. A page that nobody looks at hangs up.
 */
export function useLive({ onChange, onLost }: Listener): void {
  const handlers = useRef({ onChange, onLost });
  useEffect(() => {
    handlers.current = { onChange, onLost };
  });
  useEffect(
    () =>
      join({
        onChange: (code) => handlers.current.onChange(code),
        onLost: () => handlers.current.onLost(),
      }),
    [],
  );
}
