import { memo, useEffect, useState, type ReactNode } from "react";
import { isRepairRoute, repairRoutes, repairTitle } from "../../../core/device/routes.ts";
import { outcomes } from "../../../core/intake/intake-slot.ts";
import { capitalised } from "../../../core/words.ts";
import type { FoundJobs, JobSummary } from "../../../server/store/job-search.ts";
import { partOf, readLabel } from "../../../core/labels/label.ts";
import { ReadLabel } from "../../camera/ReadLabel.tsx";
import { PanelSketch } from "../../drawing/PanelSketch.tsx";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { Narrow } from "../../ui/Narrow.tsx";
import { dayText, distanceText } from "../../ui/time-text.ts";
import { useJobSearch } from "./useJobSearch.ts";
import { t } from "../../../words/jobs.ts";
import { term } from "../../../words/speaker.ts";

/** What the list is narrowed to, as its address says it. */
export interface JobFilter {
  find: string;
  state: string;
  route: string;
  family: string;
  lot: string;
  order: string;
}

const queryOf = (filter: JobFilter): string =>
  new URLSearchParams(Object.entries(filter).filter(([, value]) => value !== "")).toString();

/** Opens what a label names: a job, the job of a part, or the jobs that had a lot; what it is not is said. */
function openLabelled(text: string): string | null {
  const read = readLabel(text);
  const job = read?.of === "part" ? partOf(read.code)?.job : read?.of === "job" ? read.code : undefined;
  if (job !== undefined) location.assign(`/jobs/${encodeURIComponent(job)}`);
  else if (read?.of === "lot") location.assign(`/jobs?lot=${encodeURIComponent(read.code)}`);
  else return t("no-label-here");
  return null;
}

/** Every job there is, open or ended: by any word of its ticket, by state, route and family. */
export const JobsView = memo(function JobsView({
  initial,
  filter: first,
  leftOut,
  families,
  nowMs,
}: {
  initial: FoundJobs;
  filter: JobFilter;
  /** What is wrong with the address, and so was not asked for. */
  leftOut: string[];
  families: string[];
  nowMs: number;
}) {
  const [filter, setFilter] = useState(first);
  const query = queryOf(filter);
  const { found, isAway, refused, more } = useJobSearch(query, initial);
  const wrong = query === queryOf(first) ? leftOut : refused === null ? [] : [refused];
  useEffect(() => history.replaceState(null, "", query === "" ? "/jobs" : `/jobs?${query}`), [query]);
  const narrow = (change: Partial<JobFilter>) => setFilter({ ...filter, ...change });
  const { jobs, total, atLeast, panels } = found ?? initial;
  const isNarrowed = queryOf({ ...filter, order: "" }) !== "";
  return (
    <main className="mx-auto max-w-300 px-3 pb-16 sm:px-5">
      <ListHead
        title={
          total === 0 ? t("no-job") : atLeast ? t("more-than-jobs", { total }) : t("jobs-in-all", { total })
        }
        search={{
          label: t("find-a-job"),
          placeholder: t("code-customer-serial-number-fault"),
          value: filter.find,
          onChange: (find) => narrow({ find }),
        }}
        add={{ text: t("new-job"), href: "/jobs/new" }}
        more={
          <>
            <ReadLabel onRead={openLabelled} />
            <a href="/customers" className="control px-3">
              {t("customers")}
            </a>
            {/* On a small screen the strip at the top has no room for it. */}
            <a href="/records" className="control px-3 lg:hidden">
              {t("what-the-records-say")}
            </a>
          </>
        }
      />
      <div className="grid grid-cols-2 gap-3 pb-3 sm:grid-cols-4">
        <Narrow
          label={t("state")}
          value={filter.state}
          options={[
            { value: "", text: t("any") },
            ...["open", "not fetched", ...outcomes].map((state) => ({
              value: state,
              text: capitalised(term(state)),
            })),
          ]}
          onChange={(state) => narrow({ state })}
        />
        <Narrow
          label={t("family")}
          value={filter.family}
          options={[
            { value: "", text: t("any") },
            ...[...new Set([...families, ...(filter.family ? [filter.family] : [])])].map((code) => ({
              value: code,
              text: code,
            })),
          ]}
          onChange={(family) => narrow({ family })}
        />
        <Narrow
          label={t("repair")}
          value={filter.route}
          options={[
            { value: "", text: t("any") },
            ...repairRoutes.map((route) => ({ value: route, text: repairTitle(route) })),
          ]}
          onChange={(route) => narrow({ route })}
        />
        <Narrow
          label={t("order")}
          value={filter.order}
          options={[
            { value: "", text: t("newest-first") },
            { value: "due", text: t("due-first") },
          ]}
          onChange={(order) => narrow({ order })}
        />
      </div>
      {isNarrowed && (
        <p className="flex flex-wrap items-center gap-x-4 pb-2">
          {filter.lot !== "" && <span>{t("used-lot", { lot: filter.lot })}</span>}
          <button
            type="button"
            className="inline-flex min-h-12 items-center underline underline-offset-4"
            onClick={() => narrow({ find: "", state: "", route: "", family: "", lot: "" })}
          >
            {t("show-all-jobs")}
          </button>
        </p>
      )}
      {wrong.map((text) => (
        <p key={text} role="alert" className="mb-3 border-2 border-danger px-3 py-2">
          {t("not-asked-for", { text })}
        </p>
      ))}
      {isAway && (
        <p role="status" className="edge-hatch mb-3 border-y-2 border-film bg-raised py-2 text-film">
          {t("no-answer-from-the-server-shown-as")}
        </p>
      )}
      {jobs.length === 0 ? (
        <p className="text-lg">
          {isNarrowed ? t("no-job-matches-all-of-that-use") : t("no-job-has-been-opened-here-yet")}
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {jobs.map((job) => (
            <Row
              key={job.code}
              job={job}
              nowMs={nowMs}
              drawing={<PanelSketch sketch={panels[job.familyId]!} />}
            />
          ))}
        </ul>
      )}
      {jobs.length < total && (
        <button type="button" className="control mt-4" onClick={() => void more()}>
          {t("show-more")}
        </button>
      )}
      {jobs.length > 0 && (
        <p className="mt-4">
          <AsSpreadsheet address={`/api/jobs/list.csv?${query}`} />
        </p>
      )}
    </main>
  );
});

function Row({ job, nowMs, drawing }: { job: JobSummary; nowMs: number; drawing: ReactNode }) {
  // The first version had routes of other names.
  const repair = isRepairRoute(job.route) ? repairTitle(job.route) : job.route;
  const overdue = job.endedAt === null && job.dueAt !== null && Date.parse(job.dueAt) < nowMs;
  return (
    <li className="border-b border-line">
      <a
        href={`/jobs/${job.code}`}
        className="grid min-h-14 grid-cols-[4rem_1fr_auto] items-center gap-x-4 py-1 hover:bg-raised sm:grid-cols-[4rem_7rem_1fr_14rem]"
      >
        {drawing}
        <span>
          <span className="block text-lg leading-tight font-semibold">{job.code}</span>
          <span className="text-sm text-soft">{job.family}</span>
        </span>
        <span className="leading-snug max-sm:order-last max-sm:col-span-3">
          {job.complaint || repair}
          <span className="block text-sm text-soft">
            {[job.customer, job.serial, repair].filter(Boolean).join(" · ")}
          </span>
        </span>
        <span className="text-right leading-snug" suppressHydrationWarning>
          {job.endedAt ? (
            <>
              <span className="block font-semibold">{capitalised(term(job.outcome ?? "ended"))}</span>
              <span className="text-sm text-soft">
                {job.fetchedAt === null
                  ? t("not-fetched-for", { time: distanceText(nowMs - Date.parse(job.endedAt)) })
                  : dayText(Date.parse(job.endedAt))}
              </span>
            </>
          ) : (
            <>
              <span className="block font-semibold">{t("open")}</span>
              <span className={`text-sm ${overdue ? "font-semibold text-danger" : "text-soft"}`}>
                {job.dueAt
                  ? `${overdue ? t("overdue-by") : t("due-in")} ${distanceText(Date.parse(job.dueAt) - nowMs)}`
                  : t("no-date")}
              </span>
            </>
          )}
          {job.isFirstVersion && <span className="block text-sm text-soft">{t("first-version")}</span>}
        </span>
      </a>
    </li>
  );
}
