import { useState } from "react";
import type { JobRecord } from "../../../core/yield/job-record.ts";
import { t } from "../../../words/yield.ts";
import { askServer } from "../../ui/ask-server.ts";
import { dayText } from "../../ui/time-text.ts";
import type { Finding } from "./findings.ts";

/** The jobs that a figure was counted from. */
export interface Behind {
  name: string;
  codes: string[];
  /** The lot that it is about. */
  lot?: string | undefined;
}

/** Blocks a lot in one press, and finds whoever has something of it. */
function LotTrace({ lot }: { lot: string }) {
  const [said, setSaid] = useState<string>();
  const block = async () => {
    const asked = await askServer(`/api/lots/blocked/${encodeURIComponent(lot)}`, "PUT", null);
    setSaid("said" in asked ? asked.said : t("lot-is-blocked", { lot }));
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4">
      <button type="button" className="control-strong px-3" onClick={() => void block()}>
        {t("block-lot", { lot })}
      </button>
      <a
        className="inline-flex min-h-12 items-center underline"
        href={`/jobs?lot=${encodeURIComponent(lot)}`}
      >
        {t("jobs-and-customers")}
      </a>
      <a
        className="inline-flex min-h-12 items-center underline"
        href={`/api/lots/recall/${encodeURIComponent(lot)}.csv`}
      >
        {t("recall-list")}
      </a>
      <p role="status" className="basis-full font-semibold">
        {said}
      </p>
    </div>
  );
}

/** What stands out, each with its first job; or the jobs behind a figure that was pressed. */
export function JobsBehind({
  findings,
  jobs,
  behind,
  onOpen,
  onClose,
}: {
  findings: readonly Finding[] | null;
  jobs: readonly JobRecord[];
  behind: Behind | null;
  onOpen: (finding: Finding) => void;
  onClose: () => void;
}) {
  if (behind) {
    const byCode = new Map(jobs.map((job) => [job.code, job]));
    return (
      <section aria-label={t("jobs-behind-it")} className="flex min-h-0 flex-col gap-2 max-lg:order-first">
        <button type="button" className="control w-full justify-start px-3" onClick={onClose}>
          <span aria-hidden>‹</span> {t("what-stands-out")}
        </button>
        <h2 className="font-semibold text-balance first-letter:uppercase">{behind.name}</h2>
        <p className="text-soft">{t("jobs-counted", { count: behind.codes.length })}</p>
        {behind.lot !== undefined && <LotTrace key={behind.lot} lot={behind.lot} />}
        <ul className="min-h-0 lg:overflow-y-auto">
          {behind.codes.map((code) => {
            const job = byCode.get(code)!;
            return (
              <li key={code} className="border-t border-line">
                <a
                  href={`/jobs/${code}`}
                  className="flex min-h-12 items-center justify-between gap-2 px-1 tabular-nums"
                >
                  <span className="font-semibold underline">{code}</span>
                  <span>{job.family}</span>
                  <span className={job.outcome === "repaired" ? "text-done" : "font-semibold text-danger"}>
                    {t("outcome", { outcome: job.outcome })}
                  </span>
                  <span className="text-soft">{dayText(Date.parse(job.endedAt))}</span>
                </a>
              </li>
            );
          })}
        </ul>
      </section>
    );
  }
  return (
    <section aria-label={t("what-stands-out")} className="min-h-0 lg:overflow-y-auto">
      <h2 className="pb-1 font-semibold">{t("what-stands-out")}</h2>
      {findings?.length === 0 && <p>{t("nothing-stands-out")}</p>}
      <ul className="grid gap-2">
        {findings?.map((finding) => (
          <li key={finding.key} className="border-l-4 border-heat bg-raised px-3 py-1">
            <p className="first-letter:uppercase">{finding.text}</p>
            <p className="flex flex-wrap gap-x-4">
              {finding.codes[0] && (
                <a className="inline-flex min-h-12 items-center underline" href={`/jobs/${finding.codes[0]}`}>
                  {t("first-job", { code: finding.codes[0] })}
                </a>
              )}
              <button
                type="button"
                className="inline-flex min-h-12 items-center underline"
                onClick={() => onOpen(finding)}
              >
                {t("all-jobs", { count: finding.codes.length })}
              </button>
            </p>
          </li>
        ))}
      </ul>
      {findings && findings.length > 0 && <p className="pt-2 text-soft">{t("what-a-finding-is")}</p>}
    </section>
  );
}
