import { CornerPanel } from "../ui/CornerPanel.tsx";
import type { Entry } from "./entry.ts";
import { theOutbox } from "./useOutbox.ts";
import { t } from "../../words/frame.ts";

/** What waits in this browser, job by job. */
export function OutboxPanel({
  said,
  entries,
  onClose,
}: {
  said: string;
  entries: readonly Entry[];
  onClose: () => void;
}) {
  const codes = [...new Set(entries.map(({ code }) => code))];
  return (
    <CornerPanel title={t("not-sent-yet")} className="w-[min(24rem,94vw)] p-3" onClose={onClose}>
      <p>
        {t("entries-are-sent-by-themselves-once", {
          value: theOutbox().isLoose ? t("only-on-this-page-which-must-stay") : t("kept-in-this-browser"),
          said,
        })}
      </p>
      <ul>
        {codes.map((code) => {
          const own = entries.filter((entry) => entry.code === code);
          return (
            <li key={code}>
              <a href={`/jobs/${code}`} className="inline-flex min-h-12 items-center gap-2 underline">
                {code}: {own.length}
                {own.some((entry) => entry.refused !== null) && t("look-at-what-was-not-taken")}
              </a>
            </li>
          );
        })}
      </ul>
    </CornerPanel>
  );
}
