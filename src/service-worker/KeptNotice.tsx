import { CloudOff } from "lucide-react";
import { useEffect, useState } from "react";
import { dayAndTimeText, dayText, minuteText } from "../ui/time-text.ts";
import { isIdle, useServiceWorker } from "./useServiceWorker.ts";
import { t } from "../../words/frame.ts";

const LOOK_MS = 3_000;
const HEIGHT = "2.25rem";

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
  const strip = {
    style: { height: HEIGHT },
    className:
      "no-print flex w-full items-center gap-2 border-b-2 border-heat bg-raised px-3 font-semibold text-heat",
  };
  if (answers) {
    return (
      <button type="button" {...strip} onClick={() => location.reload()}>
        {t("the-server-answers-again-press-here-to")}
      </button>
    );
  }
  const at = since === "" ? null : new Date(since);
  return (
    <div role="status" {...strip}>
      <CloudOff aria-hidden size={20} /> {t("server-away-as-last-seen-here")}
      {at && `, ${dayText(at) === dayText(new Date()) ? minuteText(at) : dayAndTimeText(at)}`}.
    </div>
  );
}
