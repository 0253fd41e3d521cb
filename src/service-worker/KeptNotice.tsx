import { format } from "date-fns";
import { CloudOff } from "lucide-react";
import { useEffect, useState } from "react";
import { isIdle, useServiceWorker } from "./useServiceWorker.ts";

const LOOK_MS = 3_000;

/** From when the page is that is shown, where it is one that was kept. */
export const keptSince = (): string | null => document.documentElement.dataset.kept ?? null;

/** Says that a page is shown as it was last seen here, and loads it anew once the server answers. */
export function KeptNotice() {
  const [since, setSince] = useState<string | null>(null);
  const [answers, setAnswers] = useState(false);
  useServiceWorker();
  useEffect(() => {
    const kept = keptSince();
    setSince(kept);
    if (kept === null) return;
    const timer = setInterval(() => {
      void fetch("/readyz").then(
        ({ ok }) => {
          setAnswers(ok);
          if (ok && isIdle()) location.reload();
        },
        () => setAnswers(false),
      );
    }, LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  if (since === null) return null;
  return (
    <div
      role="status"
      className="no-print flex flex-wrap items-center gap-2 border-b-2 border-heat bg-raised px-3 py-1 font-semibold text-heat"
    >
      <CloudOff aria-hidden size={20} />
      {answers ? (
        <>
          The server answers again.
          <button type="button" className="control" onClick={() => location.reload()}>
            Load again
          </button>
        </>
      ) : (
        <>
          The server does not answer. This is what this browser saw last
          {since !== "" && `, ${format(new Date(since), "d MMM HH:mm")}`}.
        </>
      )}
    </div>
  );
}
