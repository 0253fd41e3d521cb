import { formatDistance } from "date-fns";
import { Plus, Search } from "lucide-react";
import { memo, useCallback, useEffect, useRef, useState } from "react";
import { stageTitles } from "../../../core/stage.ts";
import type { BenchRow, Need } from "../../../server/bench.ts";
import type { JobSummary } from "../../../server/store/jobs.ts";
import { soundAlarm } from "../../ui/alarm.ts";
import { durationText } from "../../ui/quantity.tsx";
import { useLive } from "../../ui/useLive.ts";
import { useNow } from "../../ui/useNow.ts";

const groups: { need: Need; title: string; empty: string }[] = [
  { need: "hands", title: "Hands now", empty: "Nothing waits for a pair of hands." },
  { need: "timer", title: "Waiting on a timer", empty: "No timer runs." },
  { need: "hold", title: "Waiting on a hold", empty: "Nothing is held." },
];

/** A timer that has run out asks for hands, whatever the server said when it wrote the page. */
function needNow(row: BenchRow, nowMs: number): Need {
  if (row.need !== "timer") return row.need;
  return row.untilMs !== null && row.untilMs > nowMs ? "timer" : "hands";
}

export const BenchView = memo(function BenchView({
  rows: initial,
  nowMs: startMs,
}: {
  rows: BenchRow[];
  nowMs: number;
}) {
  const [rows, setRows] = useState(initial);
  const [offline, setOffline] = useState(false);
  const nowMs = useNow(startMs, 500);

  const refresh = useCallback(async () => {
    try {
      const answer = await fetch("/api/bench");
      if (!answer.ok) throw new Error(String(answer.status));
      setRows((await answer.json()) as BenchRow[]);
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
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3 py-4">
        <h1 className="answer">
          {rows.length === 0
            ? "The bench is clear"
            : `${rows.filter((row) => needNow(row, nowMs) === "hands").length} of ${rows.length} jobs want hands`}
        </h1>
        <div className="ml-auto flex flex-wrap gap-2">
          <FindByCode />
          <a href="/jobs/new" className="control-strong">
            <Plus aria-hidden size={20} /> New job
          </a>
        </div>
      </div>
      {offline && (
        <p role="status" className="edge-hatch mb-3 border-y-2 border-film bg-raised py-2 text-film">
          No answer from the server. This is the bench as it last was; timers go on.
        </p>
      )}
      {rows.length === 0 && (
        <p className="text-lg">
          No job is open.{" "}
          <a href="/jobs/new" className="underline">
            Start one from a family
          </a>
          , or{" "}
          <a href="/jobs/import" className="underline">
            bring one in from another workshop
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
                    <Row key={row.code} row={row} nowMs={nowMs} />
                  ))}
                </ul>
              )}
            </section>
          );
        })}
      <p className="mt-8">
        <a href="/jobs/import" className="inline-flex min-h-12 items-center underline underline-offset-4">
          Bring in a job document
        </a>
      </p>
    </main>
  );
});

function Row({ row, nowMs }: { row: BenchRow; nowMs: number }) {
  const overdue = row.dueAt !== null && Date.parse(row.dueAt) < nowMs;
  return (
    <li className="border-b border-line">
      <a
        href={`/jobs/${row.code}`}
        className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 py-1.5 hover:bg-raised sm:grid-cols-[6rem_11rem_1fr_auto]"
      >
        <span className="text-lg font-semibold">{row.code}</span>
        <span className="max-sm:col-span-2">
          <span className="font-semibold">{stageTitles[row.stage]}</span>
          <span className="text-sm text-soft max-sm:pl-2 sm:block">{row.family}</span>
        </span>
        <span className="leading-snug max-sm:col-span-2">
          {row.ask}
          <span className="block text-sm text-soft">{row.route}</span>
        </span>
        <span className="flex flex-wrap justify-end gap-x-4 text-right max-sm:col-start-2 max-sm:row-start-1">
          {row.untilMs !== null && (
            <span className={row.isWindow || row.untilMs <= nowMs ? "font-semibold text-heat" : ""}>
              <span className="block text-sm">{row.isWindow ? "window" : "wait"}</span>
              <span suppressHydrationWarning>
                {row.untilMs > nowMs ? `${durationText((row.untilMs - nowMs) / 1_000)} left` : "time is up"}
              </span>
            </span>
          )}
          {row.dueAt && (
            <span className={overdue ? "font-semibold text-danger" : "text-soft"} suppressHydrationWarning>
              <span className="block text-sm">{overdue ? "overdue by" : "due in"}</span>
              {formatDistance(row.dueAt, nowMs)}
            </span>
          )}
        </span>
      </a>
    </li>
  );
}

/** Finds any job, ended ones too, by the beginning of its code. */
function FindByCode() {
  const [code, setCode] = useState("");
  const [found, setFound] = useState<JobSummary[] | "loading" | "failed" | null>(null);
  useEffect(() => {
    const wanted = code.trim();
    if (wanted === "") {
      setFound(null);
      return;
    }
    const stopped = new AbortController();
    setFound((before) => (Array.isArray(before) ? before : "loading"));
    fetch(`/api/jobs?code=${encodeURIComponent(wanted)}`, { signal: stopped.signal })
      .then(async (answer) => setFound(answer.ok ? ((await answer.json()) as JobSummary[]) : "failed"))
      .catch(() => !stopped.signal.aborted && setFound("failed"));
    return () => stopped.abort();
  }, [code]);
  const first = Array.isArray(found) ? found[0] : undefined;
  return (
    <form
      role="search"
      className="relative"
      onSubmit={(event) => {
        event.preventDefault();
        if (first) location.assign(`/jobs/${first.code}`);
      }}
    >
      <label className="flex items-center gap-2">
        <Search aria-hidden size={20} />
        <span className="sr-only">Find a job by its code</span>
        <input
          className="entry w-36 sm:w-52"
          placeholder="Find by code"
          value={code}
          maxLength={20}
          onChange={(event) => setCode(event.target.value)}
        />
      </label>
      {found !== null && (
        <div
          className="absolute right-0 z-30 mt-1 w-84 max-w-[92vw] border-2 border-ink bg-raised"
          aria-live="polite"
        >
          {found === "loading" && <p className="p-3">Looking</p>}
          {found === "failed" && <p className="p-3 text-danger">No answer from the server. Try again.</p>}
          {Array.isArray(found) && found.length === 0 && (
            <p className="p-3">No code begins with {code.trim().toUpperCase()}</p>
          )}
          {Array.isArray(found) && (
            <ul className="max-h-96 overflow-y-auto">
              {found.map((job) => (
                <li key={job.code} className="border-b border-line last:border-0">
                  <a
                    href={`/jobs/${job.code}`}
                    className="flex min-h-12 items-center gap-3 px-3 hover:underline"
                  >
                    <span className="font-semibold">{job.code}</span>
                    <span>{job.family}</span>
                    <span className="ml-auto text-soft">
                      {job.outcome ?? "open"}
                      {job.isFirstVersion ? ", version 1" : ""}
                    </span>
                  </a>
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
    </form>
  );
}
