import { memo, useMemo, useState } from "react";
import type { BenchPlan, PlannedStep } from "../../../core/plan/bench-plan.ts";
import { hourText } from "../../../core/plan/hour-text.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { t } from "../../../words/plan.ts";
import { term } from "../../../words/speaker.ts";
import { PressGroup } from "../../ui/PressGroup.tsx";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { saveBlob } from "../../ui/save-file.ts";
import { distanceText, minuteText, dayAndTimeText } from "../../ui/time-text.ts";
import { useNow } from "../../ui/useNow.ts";
import { nameOf } from "../work/name-of.ts";
import { lanesOf, laneBy, type LaneBy } from "./lanes.ts";
import { DaySheet } from "./DaySheet.tsx";
import { lackingFor } from "./lacking.ts";
import { PlanLanes, type Dropped } from "./PlanLanes.tsx";
import { FROZEN_MIN, fromEndOf, nextFor, pinOf, type WhatIf } from "./plan-question.ts";
import { usePlan } from "./usePlan.ts";

const MINUTE_MS = 60_000;
/** One press puts a step off by so much, min. */
const LATER_MIN = 30;
const DAY_MS = 86_400_000;
/** So long after its last hour a day is shown, h. */
const SHOWN_AFTER_H = 0.5;

/** The day that so many days on is, from its first hour to a while after its last, ms. */
function dayAt({ fromMs, day }: PlanAsked, days: number): { fromMs: number; toMs: number } {
  const midnight = new Date(fromMs);
  midnight.setHours(0, 0, 0, 0);
  midnight.setDate(midnight.getDate() + days);
  const at = (hour: number) => midnight.getTime() + hour * 60 * MINUTE_MS;
  return { fromMs: at(day.from), toMs: at(day.to + SHOWN_AFTER_H) };
}

/** Who goes on which station when: the day as lanes, what is next for whoever is at the bench, and the jobs with their time. */
export const PlanBoard = memo(function PlanBoard({
  asked,
  preferences: first,
}: {
  asked: PlanAsked;
  preferences: Preferences;
}) {
  const { who } = useStoredPreferences(first);
  const [by, setBy] = useState<LaneBy>("station");
  const [shownCode, setShownCode] = useState<string | null>(null);
  const [supposed, setSupposed] = useState("");
  const whatIf = useMemo(() => whatIfOf(supposed), [supposed]);
  const nowMs = useNow(asked.fromMs);
  const { isEmpty, plan, isBroken, isSearching, then, pins, said, hold, letGo } = usePlan(
    asked,
    whatIf,
    who !== "",
  );
  const clock = (minute: number) => asked.fromMs + minute * MINUTE_MS;
  // After the last hour the next day is what is asked about.
  const [days, setDays] = useState(asked.fromMs > dayAt(asked, 0).toMs ? 1 : 0);
  const day = dayAt(asked, days);
  const lanes = useMemo(() => (plan ? lanesOf(asked, plan, by) : []), [asked, plan, by]);
  const lanesThen = useMemo(() => (then ? lanesOf(asked, then, by) : []), [asked, then, by]);
  const name = asked.people.find(({ key }) => key === who)?.name;
  const next = plan ? nextFor(plan, who, (nowMs - asked.fromMs) / MINUTE_MS) : undefined;
  const steps = plan?.steps.filter(({ code }) => code === shownCode) ?? [];
  const answer = isEmpty
    ? asked.jobs.length === 0
      ? t("no-open-job")
      : t("no-plan-without-people")
    : isBroken
      ? t("could-not-be-planned")
      : plan === null
        ? t("working-out-the-plan")
        : name === undefined
          ? t("choose-who-is-at-the-bench")
          : next
            ? t("next-for", {
                name,
                code: next.code,
                station: term(next.station),
                at: whenText(clock(next.startMin), nowMs),
              })
            : t("nothing-for", { name });
  const lacking = useMemo(() => (plan ? lackingFor(asked, plan) : []), [asked, plan]);
  const frozenUntilMs = nowMs + FROZEN_MIN * MINUTE_MS;
  const stepOf = ({ code, index }: PlannedStep) => ({ code, fromEnd: fromEndOf(asked, { code, index }) });
  const isHeld = (step: PlannedStep) => pinOf(pins, stepOf(step)) !== undefined;
  const holdAt = (
    step: PlannedStep,
    startMs: number,
    {
      place = null,
      technician = step.technician,
    }: { place?: number | null; technician?: string | null } = {},
  ) =>
    hold({
      ...stepOf(step),
      station: step.station,
      place,
      technician,
      startAt: new Date(Math.round(startMs)).toISOString(),
    });
  const dropped = ({ step, startMs, lane }: Dropped) =>
    holdAt(step, startMs, {
      place: lane?.station === step.station ? lane.place : null,
      technician: step.technician !== null && lane?.person ? lane.key : step.technician,
    });
  const saveCalendar = async () => {
    const { calendarOf } = await import("./calendar.ts");
    saveBlob(
      new Blob([calendarOf(asked, plan!, name === undefined ? null : who)]),
      t("calendar-name", { name: name ?? "" }),
    );
  };
  const shared = { day, clock, nowMs, frozenUntilMs, shownCode, isHeld };
  return (
    <main className="grid gap-2 px-3 py-2 sm:px-5 lg:h-[calc(100dvh-3.125rem)] lg:grid-rows-[auto_auto_auto_minmax(0,1fr)]">
      <h1 className="text-2xl font-semibold text-balance" aria-live="polite">
        {answer}
      </h1>
      <div className="flex flex-wrap items-center gap-2">
        <PressGroup
          label={t("the-day")}
          value={by}
          options={laneBy.map((of) => ({
            value: of,
            text: of === "station" ? t("by-station") : t("by-person"),
          }))}
          onChange={setBy}
        />
        <button
          type="button"
          className="control px-3"
          disabled={days === 0}
          onClick={() => setDays(days - 1)}
        >
          <span aria-hidden>‹</span>
          <span className="sr-only">{t("day-before")}</span>
        </button>
        <span className="min-w-16 text-center tabular-nums">{dayText(day.fromMs)}</span>
        <button type="button" className="control px-3" onClick={() => setDays(days + 1)}>
          <span aria-hidden>›</span>
          <span className="sr-only">{t("day-after")}</span>
        </button>
        <select
          aria-label={t("what-if")}
          className="min-h-12 rounded-sm border-2 border-soft bg-raised px-2"
          value={supposed}
          onChange={(event) => setSupposed(event.target.value)}
        >
          <option value="">{t("what-if")}</option>
          {asked.people.map(({ key, name: of }) => (
            <option key={key} value={`away ${key}`}>
              {t("somebody-away", { name: of })}
            </option>
          ))}
          {asked.question.stations.map(({ name: station }) => (
            <option key={station} value={`more ${station}`}>
              {t("one-more", { station: term(station) })}
            </option>
          ))}
          {asked.jobs.map(({ code }) => (
            <option key={code} value={`rush ${code}`}>
              {t("at-once", { code })}
            </option>
          ))}
        </select>
        {plan && (
          <button type="button" className="control px-3" onClick={() => void saveCalendar()}>
            {t("calendar-file")}
          </button>
        )}
        {plan && (
          <button type="button" className="control px-3 max-sm:hidden" onClick={() => window.print()}>
            {t("print-the-day")}
          </button>
        )}
        {plan && (
          <span className={plan.late.length > 0 ? "font-semibold text-danger" : "text-done"}>
            {t("in-time", { count: plan.late.length })}
          </span>
        )}
        {asked.short.length > 0 && (
          <a href="/lots" className="inline-flex min-h-12 items-center font-semibold text-danger underline">
            {t("lots-short", { kinds: asked.short.map((kind) => term(kind)).join(", ") })}
          </a>
        )}
        {lacking.length > 0 && (
          <a href="/parts" className="inline-flex min-h-12 items-center font-semibold text-danger underline">
            {t("parts-lacking", { count: lacking.length })}
          </a>
        )}
      </div>
      {(said ?? plan?.infeasible) && (
        <p role="alert" className="edge-hatch border-y-2 border-danger bg-raised px-3 py-1 text-danger">
          {said ?? t("does-not-fit", { code: plan!.infeasible!.code, sentence: plan!.infeasible!.sentence })}
        </p>
      )}
      <div className="no-print grid min-h-0 gap-3 side:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="grid min-h-80 content-start gap-2 lg:min-h-0 lg:grid-rows-[minmax(0,1fr)_auto] lg:content-stretch">
          <div className={whatIf ? "grid min-h-0 gap-1 lg:grid-rows-[auto_1fr_auto_1fr]" : "contents"}>
            {whatIf && <Sum title={t("as-it-is")} plan={plan} clock={clock} nowMs={nowMs} />}
            <PlanLanes {...shared} lanes={lanes} isBusy={isSearching} onDrop={dropped} />
            {whatIf && <Sum title={supposedText(asked, whatIf)} plan={then} clock={clock} nowMs={nowMs} />}
            {whatIf && <PlanLanes {...shared} lanes={lanesThen} />}
          </div>
          <p className="text-soft max-lg:hidden">
            {t("planned-with", {
              measured: asked.measured,
              count: asked.question.jobs.length,
              hours: asked.hours
                .map(({ from, to }) => t("hours-from-to", { from: hourText(from), to: hourText(to) }))
                .join(", "),
            })}{" "}
            <a className="underline" href="/shop#bench">
              {asked.isUsual ? t("all-of-this-is-assumed") : t("as-the-shop-has-said")}
            </a>
          </p>
        </div>
        <section aria-label={t("jobs-in-the-plan")} className="min-h-0 lg:overflow-y-auto">
          <ul className="grid gap-1">
            {plan &&
              jobsOf(asked, plan).map(({ code, family, endMin, byMin }) => (
                <li key={code}>
                  <button
                    type="button"
                    aria-expanded={shownCode === code}
                    className="control w-full flex-wrap justify-between gap-x-3 border-soft px-3 text-left font-normal aria-expanded:bg-ink aria-expanded:text-on-ink"
                    onClick={() => setShownCode(shownCode === code ? null : code)}
                  >
                    <span className="font-semibold">{code}</span>
                    <span>{family}</span>
                    <span
                      className={`tabular-nums ${byMin > 0 && shownCode !== code ? "font-semibold text-danger" : ""}`}
                    >
                      {byMin > 0
                        ? t("late-by", { late: distanceText(byMin * MINUTE_MS) })
                        : t("ready-at", { at: whenText(clock(endMin), nowMs) })}
                    </span>
                    {lacking
                      .filter((lack) => lack.code === code)
                      .map(({ part }) => (
                        <span
                          key={part}
                          className={`basis-full ${shownCode === code ? "" : "font-semibold text-danger"}`}
                        >
                          {t("lacks-part", { part })}
                        </span>
                      ))}
                  </button>
                  {shownCode === code && (
                    <Steps
                      code={code}
                      people={asked.people}
                      steps={steps}
                      isRunning={
                        asked.question.jobs.find((job) => job.code === code)?.steps[0]?.fixed !== undefined
                      }
                      spans={asked.jobs.find((job) => job.code === code)?.spans ?? []}
                      clock={clock}
                      nowMs={nowMs}
                      frozenUntilMs={frozenUntilMs}
                      isHeld={isHeld}
                      onHold={(step, laterMin) => holdAt(step, clock(step.startMin) + laterMin * MINUTE_MS)}
                      onLetGo={(step) => letGo(stepOf(step))}
                    />
                  )}
                </li>
              ))}
          </ul>
          {asked.leftOut.length > 0 && (
            <>
              <h2 className="pt-3 font-semibold">{t("left-out")}</h2>
              <ul>
                {asked.leftOut.map(({ code, why }) => (
                  <li key={code}>
                    <a className="inline-flex min-h-12 items-center gap-2" href={`/jobs/${code}`}>
                      <span className="font-semibold underline">{code}</span> {why}
                    </a>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
      {plan && <DaySheet asked={asked} plan={plan} day={day} clock={clock} title={dayText(day.fromMs)} />}
    </main>
  );
});

/** What a step waits for; of one that is not asked about any more whether it runs or only stays where it was planned. */
const whyOf = ({ why, index }: PlannedStep, isRunning: boolean): string =>
  why === "pinned" ? (isRunning && index === 0 ? "running" : "soon") : why.replace(" ", "_");

/** How far the minutes of a step spread here; nothing where nobody knows, or where it is the same by the minute. */
function Span({ span }: { span: PlanAsked["jobs"][number]["spans"][number] }) {
  if (!span) return null;
  const [low, high] = [Math.round(span.lowMin), Math.round(span.highMin)];
  return low === high ? null : <>. {t("took-here", { low, high, jobs: span.jobs })}</>;
}

const dayText = (atMs: number): string => dayAndTimeText(atMs).replace(/ \d\d:\d\d$/, "");
/** An hour where it is today, with its day where it is not. */
const whenText = (atMs: number, nowMs: number): string =>
  new Date(atMs).toDateString() === new Date(nowMs).toDateString() && Math.abs(atMs - nowMs) < DAY_MS
    ? minuteText(atMs)
    : dayAndTimeText(atMs);

/** The jobs of a plan, what is due first at the top: a better plan moves none from under a finger. */
const jobsOf = ({ jobs }: PlanAsked, { steps, late }: BenchPlan) =>
  jobs.map(({ code, family }) => ({
    code,
    family,
    endMin: Math.max(0, ...steps.filter((step) => step.code === code).map(({ endMin }) => endMin)),
    byMin: late.find((one) => one.code === code)?.byMin ?? 0,
  }));

/** What somebody asks about, of "away KEY", "more STATION", "rush CODE". */
function whatIfOf(text: string): WhatIf | null {
  const [kind = "", of = ""] = [text.slice(0, text.indexOf(" ")), text.slice(text.indexOf(" ") + 1)];
  return kind === "away"
    ? { kind, who: of }
    : kind === "more"
      ? { kind, station: of }
      : kind === "rush"
        ? { kind, code: of }
        : null;
}

const supposedText = ({ people }: PlanAsked, whatIf: WhatIf): string =>
  whatIf.kind === "away"
    ? t("somebody-away", { name: nameOf(people, whatIf.who) })
    : whatIf.kind === "more"
      ? t("one-more", { station: term(whatIf.station) })
      : t("at-once", { code: whatIf.code });

/** A plan in one line: how much is late, and when all is done. */
function Sum({
  title,
  plan,
  clock,
  nowMs,
}: {
  title: string;
  plan: BenchPlan | null;
  clock: (minute: number) => number;
  nowMs: number;
}) {
  return (
    <p className="flex flex-wrap gap-x-4">
      <span className="font-semibold">{title}</span>
      <span role="status">
        {plan === null
          ? t("working-out-the-plan")
          : (plan.infeasible?.sentence ??
            t("late-and-done", {
              count: plan.late.length,
              late: distanceText(plan.late.reduce((sum, { byMin }) => sum + byMin, 0) * MINUTE_MS),
              at: whenText(clock(plan.makespanMin), nowMs),
            }))}
      </span>
    </p>
  );
}

/** The steps of one job, with what each waits for. */
function Steps({
  code,
  people,
  steps,
  isRunning,
  spans,
  clock,
  nowMs,
  frozenUntilMs,
  isHeld,
  onHold,
  onLetGo,
}: {
  code: string;
  people: PlanAsked["people"];
  steps: readonly PlannedStep[];
  /** The first of them runs by itself already. */
  isRunning: boolean;
  spans: PlanAsked["jobs"][number]["spans"];
  clock: (minute: number) => number;
  nowMs: number;
  frozenUntilMs: number;
  isHeld: (step: PlannedStep) => boolean;
  onHold: (step: PlannedStep, laterMin: number) => void;
  onLetGo: (step: PlannedStep) => void;
}) {
  return (
    <div className="border-l-4 border-ink py-2 pl-3">
      <ol className="grid gap-1">
        {steps.map((step) => (
          <li key={step.index} className="flex flex-wrap items-center justify-between gap-x-2">
            <span>
              <span className="tabular-nums">
                {t("step-at", {
                  station: term(step.station),
                  from: whenText(clock(step.startMin), nowMs),
                  to: whenText(clock(step.endMin), nowMs),
                })}
              </span>{" "}
              <span className="text-soft">
                {step.technician === null
                  ? t("by-itself")
                  : t("by", { name: nameOf(people, step.technician) })}
                , {isHeld(step) ? t("held-there") : t("waits-for", { why: whyOf(step, isRunning) })}
                <Span span={spans[step.index] ?? null} />
              </span>
            </span>
            {clock(step.startMin) >= frozenUntilMs && (
              <span className="flex flex-wrap gap-2">
                {isHeld(step) ? (
                  <>
                    <button type="button" className="control px-3" onClick={() => onHold(step, LATER_MIN)}>
                      {t("later", { minutes: LATER_MIN })}
                    </button>
                    <button type="button" className="control px-3" onClick={() => onLetGo(step)}>
                      {t("let-it-go")}
                    </button>
                  </>
                ) : (
                  <button type="button" className="control px-3" onClick={() => onHold(step, 0)}>
                    {t("hold-it-there")}
                  </button>
                )}
              </span>
            )}
          </li>
        ))}
      </ol>
      <a className="control mt-2 px-3" href={`/jobs/${code}`}>
        {t("open-the-job")}
      </a>
    </div>
  );
}
