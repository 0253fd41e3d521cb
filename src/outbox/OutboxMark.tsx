import { CloudUpload } from "lucide-react";
import { Suspense, useState } from "react";
import { lazyPart } from "../ui/lazy-part.ts";
import { useSettledEntries } from "./useOutbox.ts";
import { t } from "../../words/frame.ts";

const OutboxPanel = lazyPart(() => import("./OutboxPanel.tsx"), "OutboxPanel");

const times = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

/** What waits in this browser for the server, of all jobs: nothing is shown where nothing does. From when it is shown on, it outlives the browser. */
export function OutboxMark() {
  const entries = useSettledEntries();
  const [isOpen, setOpen] = useState(false);
  if (entries.length === 0) return null;
  const refused = entries.filter((entry) => entry.refused !== null).length;
  const waiting = entries.length - refused;
  const said = [
    ...(waiting > 0 ? [times(waiting, t("entry-is-not-sent-yet"), t("entries-are-not-sent-yet"))] : []),
    ...(refused > 0 ? [times(refused, t("was-not-taken"), t("were-not-taken"))] : []),
  ].join(", ");
  return (
    <>
      <button
        type="button"
        aria-label={said}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        className={`inline-flex min-h-12 items-center gap-2 border-2 px-3 font-semibold ${refused > 0 ? "border-danger text-danger" : "border-heat text-heat"}`}
        onClick={() => setOpen(true)}
      >
        <CloudUpload aria-hidden size={20} /> {entries.length}
      </button>
      {isOpen && (
        <Suspense fallback={null}>
          <OutboxPanel said={said} entries={entries} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
