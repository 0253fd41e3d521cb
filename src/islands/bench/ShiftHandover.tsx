import { memo, useState } from "react";
import { stageTitles } from "../../../core/stage.ts";
import type { ShiftHandover as Handover, StoodRow } from "../../../server/store/shift-handovers.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { t } from "../../../words/bench.ts";
import { Field } from "../../ui/Field.tsx";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { dayAndTimeText } from "../../ui/time-text.ts";
import { useAnswer } from "../../ui/useAnswer.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { useMounted } from "../../ui/useMounted.ts";

/** What stands where at the end of a shift, and what the next one should know; who comes reads it and takes the bench over. */
export const ShiftHandover = memo(function ShiftHandover({
  last: first,
  jobs,
  nowMs,
  technicians,
  preferences,
}: {
  last: Handover | null;
  jobs: readonly StoodRow[];
  nowMs: number;
  technicians: readonly Technician[];
  preferences: Preferences;
}) {
  const { who } = useStoredPreferences(preferences);
  const mounted = useMounted();
  const { value: last, said, ask } = useAnswer(first);
  const [isAnew, setAnew] = useState(false);
  const [note, setNote] = useDraft("hand-over", "");
  const isKnown = technicians.some(({ key }) => key === who);
  const nameOf = (key: string) => technicians.find((one) => one.key === key)?.name ?? key;
  const handOver = async () => {
    if (!(await ask("/api/handovers", "POST", { who, note }))) return;
    setAnew(false);
    setNote("");
  };
  const waits = last !== null && last.takenBy === null && !isAnew;
  return (
    <main className="mx-auto max-w-300 px-3 pb-6 sm:px-5" aria-busy={!mounted}>
      <h1 className="answer py-3" suppressHydrationWarning>
        {waits
          ? t("handed-over-by", { who: nameOf(last.who), at: dayAndTimeText(Date.parse(last.at)) })
          : t("how-the-bench-stands")}
      </h1>
      {last?.takenBy && !isAnew && (
        <p role="status" className="pb-2" suppressHydrationWarning>
          {t("taken-over-by", {
            taker: nameOf(last.takenBy),
            who: nameOf(last.who),
            at: dayAndTimeText(Date.parse(last.at)),
          })}
        </p>
      )}
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="grid content-start gap-3 lg:order-last">
          {waits ? (
            <>
              {last.note !== "" && (
                <p className="border-l-4 border-heat bg-raised p-3 text-lg">{last.note}</p>
              )}
              <button
                type="button"
                className="control-strong min-h-16 text-xl"
                disabled={!isKnown || who === last.who}
                onClick={() => void ask(`/api/handovers/${last.id}`, "PUT", { who })}
              >
                {t("i-take-over")}
              </button>
              {who === last.who && <p className="text-soft">{t("somebody-else-takes-it")}</p>}
              <button type="button" className="control" onClick={() => setAnew(true)}>
                {t("hand-over-anew")}
              </button>
            </>
          ) : (
            <>
              <Field label={t("what-the-next-should-know")}>
                {(attributes) => (
                  <textarea
                    {...attributes}
                    className="entry"
                    rows={4}
                    maxLength={2_000}
                    value={note}
                    onChange={({ target }) => setNote(target.value)}
                  />
                )}
              </Field>
              <button
                type="button"
                className="control-strong min-h-16 text-xl"
                disabled={!isKnown}
                onClick={() => void handOver()}
              >
                {t("hand-the-bench-over")}
              </button>
            </>
          )}
          {said && (
            <p role="alert" className="edge-hatch text-danger">
              {said}
            </p>
          )}
        </div>
        <Rows jobs={waits ? last.jobs : jobs} nowMs={waits ? Date.parse(last.at) : nowMs} />
      </div>
    </main>
  );
});

const needText = ({ need, untilMs }: StoodRow): string => {
  if (need === "hold") return t("on-hold");
  if (need === "hands" || untilMs === null) return t("waits-for-hands");
  return t("runs-until", { at: dayAndTimeText(untilMs) });
};

function Rows({ jobs, nowMs }: { jobs: readonly StoodRow[]; nowMs: number }) {
  return jobs.length === 0 ? (
    <p className="text-lg">{t("no-job-is-open")}</p>
  ) : (
    <ul aria-label={t("as-it-stood", { at: dayAndTimeText(nowMs) })} className="border-t-2 border-ink">
      {jobs.map((row) => (
        <li key={row.code} className="border-b border-line">
          <a
            href={`/jobs/${row.code}`}
            className="grid min-h-12 grid-cols-[6rem_1fr] items-center gap-x-4 py-1 hover:bg-raised sm:grid-cols-[6rem_5rem_1fr_11rem]"
          >
            <span className="font-semibold">{row.code}</span>
            <span className="text-soft max-sm:text-right">{stageTitles[row.stage]}</span>
            <span className="leading-tight max-sm:col-span-2">{row.ask}</span>
            <span
              suppressHydrationWarning
              className={`max-sm:col-span-2 sm:text-right ${row.need === "hold" ? "font-semibold text-danger" : row.need === "timer" ? "text-film" : "text-soft"}`}
            >
              {needText(row)}
            </span>
          </a>
        </li>
      ))}
    </ul>
  );
}
