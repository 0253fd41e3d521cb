import { useEffect, useRef } from "react";

/**
 * Calls back when the server says that a job has changed: with its code, or with "" where something may have been
 * missed. A page that nobody looks at hangs up, because a browser allows only a few open lines to one server.
 */
export function useLive({
  onChange,
  onLost,
}: {
  onChange: (code: string) => void;
  onLost: () => void;
}): void {
  const handlers = useRef({ onChange, onLost });
  useEffect(() => {
    handlers.current = { onChange, onLost };
  });
  useEffect(() => {
    let line: EventSource | null = null;
    const listen = () => {
      line?.close();
      line = null;
      if (document.hidden) return;
      line = new EventSource("/api/live");
      line.onopen = () => handlers.current.onChange("");
      line.onmessage = ({ data }) => handlers.current.onChange(JSON.parse(data as string) as string);
      line.onerror = () => handlers.current.onLost();
    };
    listen();
    document.addEventListener("visibilitychange", listen);
    return () => {
      document.removeEventListener("visibilitychange", listen);
      line?.close();
    };
  }, []);
}
