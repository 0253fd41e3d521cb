import { Plus } from "lucide-react";
import { memo, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { stageTitles } from "../../../core/stage.ts";
import type { Bench, BenchRow, Need } from "../../../server/bench.ts";
import { PanelSketch } from "../../drawing/PanelSketch.tsx";
import { soundAlarm } from "../../ui/alarm.ts";
import { durationText } from "../../../core/duration-text.ts";
import { setPreference, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { lazyPart } from "../../ui/lazy-part.ts";
import { SearchField } from "../../ui/SearchField.tsx";
import { distanceText } from "../../ui/time-text.ts";
import { useLive } from "../../ui/useLive.ts";
import { useNow } from "../../ui/useNow.ts";
import { FirstVisit } from "./FirstVisit.tsx";
import { useJobSearch } from "../jobs/useJobSearch.ts";
import { term } from "../../../words/speaker.ts";
import { t } from "../../../words/bench.ts";

const NextForYou = lazyPart(() => import("../plan/NextForYou.tsx"), "NextForYou");

const groups: { need: Need; title: string; empty: string }[] = [
  {
    need: "hands",
    get title() {
      return t("hands-now");
    },
    get empty() {
      return t("no-job-needs-hands-now");
    },
  },
  {
    need: "timer",
    get title() {
      return t("waiting-on-a-timer");
    },
    get empty() {
      return t("no-timer-runs");
    },
  },
  {
    need: "hold",
    get title() {
      return t("waiting-on-a-hold");
    },
    get empty() {
      return t("nothing-is-held");
    },
  },
];

/** A timer that has run out asks for hands, whatever the server said when it wrote the page. */
function needNow(row: BenchRow, nowMs: number): Need {
  if (row.need !== "timer") return row.need;
  return row.untilMs !== null && row.untilMs > nowMs ? "timer" : "hands";
}

export const BenchView = memo(function BenchView({
  bench: initial,
  handedOverBy,
  nowMs: startMs,
  preferences: first,
}: {
  bench: Bench;
  /** Who has handed the shift over, while nobody has taken it; null where none waits. */
  handedOverBy: string | null;
  nowMs: number;
  preferences: Preferences;
}) {
  const { seen, who } = useStoredPreferences(first);
  const [{ rows, panels }, setBench] = useState(initial);
  const [offline, setOffline] = useState(false);
  const nowMs = useNow(startMs, 500);

  const refresh = useCallback(async () => {
    try {
      const answer = await fetch("/api/bench");
      if (!answer.ok) throw new Error(String(answer.status));
      setBench((await answer.json()) as Bench);
      setOffline(false);
    } catch {
      setOffline(true);
    }
  }, []);
  useLive({ onChange: () => void refresh(), onLost: () => setOffline(true) });

  const ringing = rows.filter((row) => row.need === "timer" && needNow(row, nowMs) === "hands").length;
  const lastRinging = useRef(ringing);
  useEffect(() => {
    if (ringing > lastRinging.current) {
      soundAlarm();
      void refresh();
    }
    lastRinging.current = ringing;
  }, [ringing, refresh]);

  return (
    <main className="mx-auto max-w-300 px-3 pb-16 sm:px-5">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3 pt-4 pb-2">
        <h1 className="answer">
          {rows.length === 0
            ? t("the-bench-is-clear")
            : t("of-jobs-need-hands", {
                hands: rows.filter((row) => needNow(row, nowMs) === "hands").length,
                jobs: rows.length,
              })}
        </h1>
        <div className="ml-auto flex flex-wrap gap-2">
          <FindJob />
          <a href="/jobs/new" className="control-strong">
            <Plus aria-hidden size={20} /> {t("new-job")}
          </a>
        </div>
      </div>
      {rows.length > 0 && who !== "" && (
        // It comes later, into room that it has already.
        <p className="flex min-h-12 items-center text-lg">
          <Suspense fallback={null}>
            <NextForYou who={who} />
          </Suspense>
          <a
            href="/handover"
            className={`ml-auto inline-flex min-h-12 items-center text-base underline underline-offset-4 ${handedOverBy === null ? "" : "font-semibold text-heat"}`}
          >
            {handedOverBy === null ? t("hand-the-shift-over") : t("shift-handed-over", { who: handedOverBy })}
          </a>
        </p>
      )}
      {seen === "" && <FirstVisit onDone={() => setPreference("seen", "yes")} />}
      {offline && (
        <p role="status" className="edge-hatch mb-3 border-y-2 border-film bg-raised py-2 text-film">
          {t("no-answer-from-the-server-shown-as")}
        </p>
      )}
      {rows.length === 0 && (
        <p className="text-lg">
          {t("no-job-is-open")}{" "}
          <a href="/jobs/new" className="underline">
            {t("start-one-from-a-family")}
          </a>
          {t("or")}{" "}
          <a href="/jobs/import" className="underline">
            {t("bring-one-in-from-another-workshop")}
          </a>
          .
        </p>
      )}
      {rows.length > 0 &&
        groups.map(({ need, title, empty }) => {
          const members = rows.filter((row) => needNow(row, nowMs) === need);
          return (
            <section key={need} aria-labelledby={`group-${need}`} className="mt-4">
              <h2 id={`group-${need}`} className="border-b-2 border-ink pb-1 text-xl font-semibold">
                {title} <span className="font-normal text-soft">{members.length}</span>
              </h2>
              {members.length === 0 ? (
                <p className="py-2 text-soft">{empty}</p>
              ) : (
                <ul>
                  {members.map((row) => (
                    <Row key={row.code} row={row} nowMs={nowMs} panel={panels[row.familyId]!} />
                  ))}
                </ul>
              )}
            </section>
          );
        })}
      <p className="mt-8">
        <a href="/jobs/import" className="inline-flex min-h-12 items-center underline underline-offset-4">
          {t("bring-in-a-job-document")}
        </a>
      </p>
    </main>
  );
});

function Row({ row, nowMs, panel }: { row: BenchRow; nowMs: number; panel: Bench["panels"][string] }) {
  const overdue = row.dueAt !== null && Date.parse(row.dueAt) < nowMs;
  return (
    <li className="border-b border-line">
      <a
        href={`/jobs/${row.code}`}
        className="grid min-h-14 grid-cols-[4rem_1fr_auto] items-center gap-x-4 py-1.5 hover:bg-raised sm:grid-cols-[4rem_13rem_6.5rem_1fr_auto]"
      >
        <PanelSketch sketch={panel} className="h-12 w-16" />
        <span className="leading-tight">
          <span className="block text-lg font-semibold">{row.code}</span>
          <span className="text-sm text-soft">{row.family}</span>
        </span>
        <span className="text-lg font-semibold max-sm:order-1 max-sm:text-base">
          {stageTitles[row.stage]}
        </span>
        <span className="leading-snug max-sm:order-2 max-sm:col-span-2">
          {row.ask}
          <span className="block text-sm text-soft max-sm:hidden">{row.route}</span>
        </span>
        <span className="flex flex-wrap justify-end gap-x-4 text-right">
          {row.untilMs !== null && (
            <span className={row.isWindow || row.untilMs <= nowMs ? "font-semibold text-heat" : ""}>
              <span className="block text-sm">{row.isWindow ? t("window") : t("wait")}</span>
              <span suppressHydrationWarning>
                {row.untilMs > nowMs
                  ? t("left", { untilMs: durationText((row.untilMs - nowMs) / 1_000) })
                  : t("time-is-up")}
              </span>
            </span>
          )}
          {row.dueAt && (
            <span className={overdue ? "font-semibold text-danger" : "text-soft"} suppressHydrationWarning>
              <span className="block text-sm">{overdue ? t("overdue-by") : t("due-in")}</span>
              {distanceText(Date.parse(row.dueAt) - nowMs)}
            </span>
          )}
        </span>
      </a>
    </li>
  );
}

/** So many jobs are shown under the search. */
const MOST_SHOWN = 8;

/** Finds any job, ended ones too, by any word of its ticket. */
function FindJob() {
  const [find, setFind] = useState("");
  const wanted = find.trim();
  const query = wanted === "" ? null : `find=${encodeURIComponent(wanted)}`;
  const { found, isAway, refused } = useJobSearch(query, null);
  // A whole code means that job, whoever else's ticket tells of it.
  const meant =
    found?.jobs.find(({ code }) => code.toLowerCase() === wanted.toLowerCase()) ??
    (found?.total === 1 ? found.jobs[0] : undefined);
  return (
    <form
      role="search"
      className="relative"
      onSubmit={(event) => {
        event.preventDefault();
        if (meant) location.assign(`/jobs/${meant.code}`);
        else location.assign(query === null ? "/jobs" : `/jobs?${query}`);
      }}
    >
      <SearchField
        label={t("find-a-job")}
        placeholder={t("find-a-job")}
        className="w-44 sm:w-64"
        value={find}
        onChange={setFind}
      />
      {query !== null && (
        <div
          className="absolute right-0 z-30 mt-1 w-96 max-w-[92vw] border-2 border-ink bg-raised"
          aria-live="polite"
        >
          {refused !== null ? (
            <p className="p-3 text-danger">{refused}</p>
          ) : isAway ? (
            <p className="p-3 text-danger">{t("no-answer-from-the-server-try-again")}</p>
          ) : found === null ? (
            <p className="p-3">{t("looking")}</p>
          ) : found.jobs.length === 0 ? (
            <p className="p-3">{t("no-job-has-on-its-ticket", { wanted })}</p>
          ) : (
            <ul className="max-h-[60vh] overflow-y-auto">
              {found.jobs.slice(0, MOST_SHOWN).map((job) => (
                <li key={job.code} className="border-b border-line">
                  <a
                    href={`/jobs/${job.code}`}
                    className="grid min-h-12 grid-cols-[3.5rem_1fr_auto] items-center gap-2 px-3 py-1 hover:underline"
                  >
                    <PanelSketch sketch={found.panels[job.familyId]!} className="h-9 w-12" />
                    <span className="min-w-0 leading-tight">
                      <span className="font-semibold">{job.code}</span> {job.family}
                      <span className="block truncate text-sm text-soft">
                        {[job.customer, job.complaint].filter(Boolean).join(", ")}
                      </span>
                    </span>
                    <span className="text-sm text-soft">{job.outcome ? term(job.outcome) : t("open")}</span>
                  </a>
                </li>
              ))}
              {found.total > Math.min(MOST_SHOWN, found.jobs.length) && (
                <li>
                  <a
                    href={`/jobs?${query}`}
                    className="flex min-h-12 items-center px-3 font-semibold underline underline-offset-4"
                  >
                    {t("all", { value: found.atLeast ? t("and-more", { total: found.total }) : found.total })}
                  </a>
                </li>
              )}
            </ul>
          )}
        </div>
      )}
    </form>
  );
}
