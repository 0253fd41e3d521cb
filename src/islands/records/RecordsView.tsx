import { memo, useEffect, useMemo, useState } from "react";
import type { JobRecord } from "../../../core/yield/job-record.ts";
import { groupsOf } from "../../../core/yield/groups.ts";
import type { Yield } from "../../../core/yield/yield.ts";
import type { YieldKey } from "../../../core/yield/yield-input.ts";
import { t } from "../../../words/yield.ts";
import { lazyPart } from "../../ui/lazy-part.ts";
import { Narrow } from "../../ui/Narrow.tsx";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { PressGroup } from "../../ui/PressGroup.tsx";
import { useCalculations } from "../../workers/useCalculations.ts";
import { findingsOf } from "./findings.ts";
import { JobsBehind, type Behind } from "./JobsBehind.tsx";
import { Losses, Predictions, Settings, StagesTable, SuccessGroups } from "./tables.tsx";
import { useOfPeriod, type Period } from "./useOfPeriod.ts";

const SuccessOverTime = lazyPart(() => import("./SuccessOverTime.tsx"), "SuccessOverTime");
const MoneyTable = lazyPart(() => import("./MoneyTable.tsx"), "MoneyTable");

const views = ["success", "losses", "settings", "predictions", "money"] as const;
type View = (typeof views)[number];

const viewTexts: Record<View, string> = {
  get success() {
    return t("success");
  },
  get losses() {
    return t("losses-and-stages");
  },
  get settings() {
    return t("by-setting");
  },
  get predictions() {
    return t("measured-and-worked-out");
  },
  get money() {
    return t("money");
  },
};

const groupings = {
  family: ["family"],
  method: ["family", "method"],
  route: ["route"],
  lot: ["lot"],
} as const satisfies Record<string, readonly YieldKey[]>;
type Grouping = keyof typeof groupings;
const groupingNames = Object.keys(groupings) as Grouping[];

/** What the finished jobs say: how many ended well, what stands out, and by whatever they are told apart; each figure opens the jobs behind it. */
export const RecordsView = memo(function RecordsView({
  nowMs,
  preferences: first,
}: {
  nowMs: number;
  preferences: Preferences;
}) {
  const { who } = useStoredPreferences(first);
  const [period, setPeriod] = useState<Period>("year");
  const [family, setFamily] = useState("");
  const [view, setView] = useState<View>("success");
  const [grouping, setGrouping] = useState<Grouping>("family");
  const [behind, setBehind] = useState<Behind | null>(null);
  const { told: records, isAway, again } = useOfPeriod<JobRecord[]>("/api/records", nowMs, period, who);
  const jobs = useMemo(
    () =>
      (records ?? [])
        .filter((job) => family === "" || job.family === family)
        .sort((a, b) => (a.endedAt < b.endedAt ? 1 : -1)),
    [records, family],
  );
  const inputs = useMemo(() => {
    if (jobs.length === 0) return null;
    const own = jobs.filter(({ technician }) => technician !== undefined);
    return [{ jobs, by: groupings[grouping] }, ...(own.length > 0 ? [{ jobs: own }] : [])];
  }, [jobs, grouping]);
  const [all, own] = useCalculations<Yield>("yield", inputs);
  const result = all?.result ?? null;
  const findings = useMemo(
    () => (result ? findingsOf(result, jobs, own?.result ?? null) : []),
    [result, own?.result, jobs],
  );
  // Other jobs are shown: what was opened of the others is closed.
  useEffect(() => setBehind(null), [jobs]);
  const families = useMemo(() => [...new Set((records ?? []).map((job) => job.family))].sort(), [records]);
  const wins = jobs.filter(({ outcome }) => outcome === "repaired").length;
  const answer = isAway
    ? t("no-answer")
    : records === null
      ? t("fetching")
      : jobs.length === 0
        ? t("no-job-ended")
        : t("ended-well", { wins, tries: jobs.length });
  const open = (name: string, codes: string[], lot?: string) => setBehind({ name, codes, lot });
  return (
    <main className="grid gap-2 px-3 py-2 sm:px-5 lg:h-[calc(100dvh-3.125rem)] lg:grid-rows-[auto_auto_minmax(0,1fr)]">
      <h1 className="text-2xl font-semibold text-balance" aria-live="polite">
        {answer}
      </h1>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <PressGroup
          label={t("what-is-shown")}
          value={view}
          options={views.map((value) => ({ value, text: viewTexts[value] }))}
          onChange={setView}
        />
        <div className="flex items-end gap-2">
          <Narrow
            label={t("period")}
            value={period}
            options={(["quarter", "year", "all"] as const).map((value) => ({
              value,
              text: t("period-name", { period: value }),
            }))}
            onChange={(value) => setPeriod(value as Period)}
          />
          <Narrow
            label={t("family")}
            value={family}
            options={[
              { value: "", text: t("all-families") },
              ...families.map((value) => ({ value, text: value })),
            ]}
            onChange={setFamily}
          />
        </div>
        {isAway && (
          <button type="button" className="control px-3" onClick={again}>
            {t("try-again")}
          </button>
        )}
      </div>
      <div className="grid min-h-0 gap-4 side:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="flex min-h-0 flex-col gap-2 lg:overflow-y-auto">
          {all?.faults && <p role="alert">{t("could-not-be-worked-out")}</p>}
          {result && view === "success" && (
            <>
              <div className="h-44 shrink-0">
                <SuccessOverTime chart={result.chart} />
              </div>
              <PressGroup
                label={t("told-apart-by")}
                value={grouping}
                options={groupingNames.map((value) => ({
                  value,
                  text: t("grouping-name", { grouping: value }),
                }))}
                onChange={setGrouping}
              />
              <SuccessGroups
                groups={result.groups}
                onOpen={(key) =>
                  open(key, codesOf(jobs, groupings[grouping], key), grouping === "lot" ? key : undefined)
                }
              />
            </>
          )}
          {result && view === "losses" && (
            <>
              <Losses
                losses={result.losses}
                onOpen={(loss, name) =>
                  open(
                    name,
                    jobs
                      .filter(
                        (job) =>
                          job.outcome !== "repaired" &&
                          (job.lostAt ?? null) === loss.stage &&
                          (job.cause ?? null) === loss.cause,
                      )
                      .map(({ code = "" }) => code),
                  )
                }
              />
              <StagesTable firstPass={result.firstPass} minutes={result.minutes} />
            </>
          )}
          {result && view === "settings" && <Settings effects={result.effects} jobs={jobs} onOpen={open} />}
          {result && view === "predictions" && (
            <Predictions predicted={result.predicted} jobs={jobs} onOpen={open} />
          )}
          {result && view === "money" && (
            <MoneyTable
              nowMs={nowMs}
              period={period}
              who={who}
              family={family}
              onOpen={(of) => open(of, codesOf(jobs, ["family"], of))}
            />
          )}
        </div>
        <JobsBehind
          findings={result ? findings : null}
          jobs={jobs}
          behind={behind}
          onOpen={({ text, codes, lot }) => open(text, codes, lot)}
          onClose={() => setBehind(null)}
        />
      </div>
    </main>
  );
});

const codesOf = (jobs: readonly JobRecord[], keys: readonly YieldKey[], key: string): string[] =>
  jobs.filter((job) => groupsOf(job, keys).includes(key)).map(({ code = "" }) => code);
