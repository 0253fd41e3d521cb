import { capitalised } from "../../../core/words.ts";
import { Printer } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { isHeated, seamOf } from "../../../core/heat/lift-heat.ts";
import type { EventDraft, JobEvent } from "../../../core/job/event.ts";
import { runningTimers, type JobState } from "../../../core/job/fold.ts";
import { nextAction } from "../../../core/job/next-action.ts";
import { routes, stageNames, stageTitles, type StageName } from "../../../core/job/route.ts";
import { stages } from "../../../core/job/stages.ts";
import { chosenPlan, isCut } from "../../../core/lift/lift-plan.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { NewerFamily } from "../../../server/newer-family.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { Pile, type Slab } from "../../drawing/Pile.tsx";
import { Plan } from "../../drawing/Plan.tsx";
import { Section } from "../../drawing/Section.tsx";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { useNow } from "../../ui/useNow.ts";
import { CleanPanel, type CleanKnowledge } from "../clean/CleanPanel.tsx";
import { FilmFit } from "../film/FilmFit.tsx";
import { LiftPanel, type LiftKnowledge } from "../lift/LiftPanel.tsx";
import { BondPanel } from "../bond/BondPanel.tsx";
import { ClosePanel } from "../close/ClosePanel.tsx";
import { CurePanel } from "../cure/CurePanel.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { ProvePanel, type ProveKnowledge } from "../prove/ProvePanel.tsx";
import { ReworkPanel } from "../rework/ReworkPanel.tsx";
import { IntakePanel, type IntakeKnowledge } from "../intake/IntakePanel.tsx";
import { Photos } from "../photos/Photos.tsx";
import { OpenPanel } from "../stage/OpenPanel.tsx";
import { stageAnswer } from "../stage/stage-answer.ts";
import { ActionBar } from "./ActionBar.tsx";
import { Entries } from "./Entries.tsx";
import { EventLog } from "./EventLog.tsx";
import { HoldNotice } from "./HoldNotice.tsx";
import { NewerFamilyNotice } from "./NewerFamilyNotice.tsx";
import { StepList } from "./StepList.tsx";
import { useJob } from "./useJob.ts";
import { useSelfStart } from "./useSelfStart.ts";

export interface JobViewProps extends IntakeKnowledge, LiftKnowledge, CleanKnowledge, ProveKnowledge {
  code: string;
  family: Family;
  newer: NewerFamily | null;
  events: JobEvent[];
  technicians: Technician[];
  preferences: Preferences;
  /** Stage named in the address. */
  stage: StageName | null;
  nowMs: number;
}

/** How far the seam is open on the section drawing: by what is cut, and all of it once the lift is over. */
function openShare(state: JobState, family: Family): number {
  if (state.endedStages.bond || state.endedStages.close) return 0;
  if (state.endedStages.lift) return 1;
  const seam = seamOf(family, state.route);
  const plan = isHeated(seam) ? chosenPlan(state, family, seam) : null;
  if (!plan || plan.segments.length === 0) return 0;
  return plan.segments.filter((segment) => isCut(segment, state.stretches)).length / plan.segments.length;
}

function slabsOf(state: JobState): Slab[] {
  const onRoute = routes[state.route].stages;
  // Stages of an earlier route stay in the pile where work was done in them.
  return stageNames
    .filter((stage) => onRoute.includes(stage) || state.started[stage])
    .map((stage) => ({
      stage,
      status: state.endedStages[stage]
        ? "done"
        : stage === (state.present ?? state.upcoming)
          ? "present"
          : "coming",
    }));
}

function StagePanel({
  stage,
  usualLift,
  shopReadings,
  fits,
  past,
  terms,
  room,
  acceptance,
  ...props
}: PanelProps & IntakeKnowledge & LiftKnowledge & CleanKnowledge & ProveKnowledge & { stage: StageName }) {
  if (stage === "fit" && routes[props.state.route].joins === "film") return <FilmFit {...props} />;
  switch (stage) {
    case "intake":
      return <IntakePanel {...props} {...{ past, terms }} />;
    case "open":
      return <OpenPanel {...props} stage={stage} />;
    case "close":
      return <ClosePanel {...props} />;
    case "lift":
      return <LiftPanel {...props} {...{ usualLift, shopReadings, fits }} />;
    case "clean":
      return <CleanPanel {...props} room={room} />;
    case "rework":
      return <ReworkPanel {...props} />;
    case "bond":
      return <BondPanel {...props} />;
    case "cure":
      return <CurePanel {...props} />;
    case "prove":
      return <ProvePanel {...props} acceptance={acceptance} />;
    default:
      return (
        <p className="answer" data-testid="answer">
          {stageAnswer(stage, props)}
        </p>
      );
  }
}

export function JobView(props: JobViewProps) {
  const { code, family, technicians } = props;
  const preferences = useStoredPreferences(props.preferences);
  const who = technicians.some((person) => person.key === preferences.who) ? preferences.who : "";
  const job = useJob(code, family, props.events, who);
  const { state, send } = job;
  const nowMs = useNow(props.nowMs);
  const context = { state, family, nowMs };
  const action = nextAction(context);

  const atHand = state.present ?? state.upcoming ?? "close";
  const [picked, setPicked] = useState<StageName | null>(props.stage);
  const viewed = picked ?? atHand;
  const view = (stage: StageName) => {
    setPicked(stage === atHand ? null : stage);
    history.pushState(null, "", stage === atHand ? `/jobs/${code}` : `/jobs/${code}?stage=${stage}`);
  };
  useEffect(() => {
    const back = () => setPicked(new URLSearchParams(location.search).get("stage") as StageName | null);
    // Somebody may have gone back before this page woke up.
    back();
    window.addEventListener("popstate", back);
    return () => window.removeEventListener("popstate", back);
  }, []);
  // What is pressed in the bar belongs to the stage at hand, so that stage comes into view.
  const showAtHand = () => {
    if (picked !== null) {
      setPicked(null);
      history.replaceState(null, "", `/jobs/${code}`);
    }
  };

  // Another bench has gone over to a newer family: this page was made for the one before.
  const adopted = (events: readonly JobEvent[]) => events.filter((e) => e.kind === "family-adopted").length;
  const isOutdated = adopted(job.events) > adopted(props.events);
  useEffect(() => {
    if (isOutdated) location.reload();
  }, [isOutdated]);

  const offers = useRef<Partial<Record<string, () => EventDraft>>>({});
  const offer = useCallback((key: string, draft: (() => EventDraft) | null) => {
    if (draft) offers.current[key] = draft;
    else delete offers.current[key];
  }, []);
  const press = () => {
    if (!action) return;
    const offered = viewed === atHand ? offers.current[action.key] : undefined;
    send((offered ?? action.draft)());
    showAtHand();
  };

  const mayEnter = who !== "" && !state.held && !state.ended;
  const live = viewed === state.present && mayEnter;
  useSelfStart(code, action, job.events, mayEnter, nowMs, send);
  const steps = stages[viewed].steps(context);
  const hold = job.notice?.hold ?? (viewed === atHand ? action?.hold : undefined);
  const started = state.started[viewed];

  return (
    <PreferencesContext value={preferences}>
      <main className="mx-auto grid max-w-400 grid-cols-[minmax(0,1fr)] gap-x-8 px-3 pb-64 sm:px-5 lg:grid-cols-[11rem_minmax(0,1fr)] xl:grid-cols-[11rem_minmax(0,1fr)_19rem]">
        <h1 className="col-span-full flex flex-wrap items-center gap-x-3 pt-1 text-xl">
          <span className="font-semibold">{code}</span>
          <span>
            {family.code} {family.name.toLowerCase()}
          </span>
          <span className="text-soft">{routes[state.route].title}</span>
          <a
            href={`/jobs/${code}/sheet`}
            className="ml-auto inline-flex min-h-12 items-center gap-2 text-base underline underline-offset-4"
          >
            <Printer aria-hidden size={18} /> Job sheet
          </a>
          {(state.started.close || state.ended) && (
            <a
              href={`/jobs/${code}/certificate`}
              className="inline-flex min-h-12 items-center text-base underline underline-offset-4"
            >
              Certificate
            </a>
          )}
          <a
            href={`/api/jobs/${code}/export`}
            download
            className="inline-flex min-h-12 items-center text-base underline underline-offset-4"
          >
            Export
          </a>
        </h1>

        <Pile slabs={slabsOf(state)} viewed={viewed} onView={view} />

        <div className="min-w-0">
          {(job.offline || job.waiting > 1) && (
            <p role="status" className="edge-hatch mb-3 border-y-2 border-film bg-raised py-2 text-film">
              No answer from the server.{" "}
              {job.waiting > 0
                ? `${job.waiting} ${job.waiting === 1 ? "entry is" : "entries are"} kept here and will be sent.`
                : "Go on working: entries are kept here and sent later."}
            </p>
          )}
          {job.notice && !job.notice.hold && (
            <p
              role={job.notice.kind === "refused" ? "alert" : "status"}
              className={`edge-hatch mb-3 flex items-center justify-between gap-3 ${job.notice.kind === "refused" ? "text-danger" : "text-done"}`}
            >
              {job.notice.sentence}
              <button type="button" className="control" onClick={job.dismiss}>
                Good
              </button>
            </p>
          )}
          {props.newer && !state.ended && (
            <NewerFamilyNotice
              code={code}
              familyCode={family.code}
              newer={props.newer}
              stage={atHand}
              who={who}
            />
          )}
          {hold && (
            <div className="mb-4">
              <HoldNotice code={code} hold={hold} stage={atHand} who={who} send={send} />
            </div>
          )}
          <section aria-labelledby="question">
            <h2 id="question" className="text-lg text-soft">
              {state.ended && viewed === atHand ? "How did it end?" : stages[viewed].question}
            </h2>
            {state.ended && viewed === atHand ? (
              <p className="answer" data-testid="answer">
                {capitalised(state.ended.outcome)}
              </p>
            ) : (
              <StagePanel
                stage={viewed}
                usualLift={props.usualLift}
                shopReadings={props.shopReadings}
                fits={props.fits}
                past={props.past}
                terms={props.terms}
                room={props.room}
                acceptance={props.acceptance}
                {...{ code, state, family, nowMs, live, mayEnter, atHand, send, offer }}
              />
            )}
          </section>
          {viewed !== atHand && (
            <p className="mt-3 text-soft">
              {started
                ? `${stageTitles[viewed]} as it is recorded. At hand: ${stageTitles[atHand].toLowerCase()}.`
                : `${stageTitles[viewed]} is still to come.`}
            </p>
          )}
          {viewed !== "prove" && (
            <section className="mt-6" aria-labelledby="steps-title">
              <h2 id="steps-title" className="mb-1 text-lg font-semibold">
                Steps
              </h2>
              <StepList
                steps={steps}
                nextKey={viewed === state.present ? action?.key : undefined}
                disabled={!live}
                onPress={(step) => send((offers.current[step.key] ?? step.draft)())}
                onDraft={send}
              />
            </section>
          )}
          <Photos
            code={code}
            state={state}
            stage={atHand}
            who={who}
            mayEnter={mayEnter}
            panel={family.outline}
          />
          <section className="no-print mt-8 max-w-3xl" aria-label="Entries">
            <Entries
              key={atHand}
              code={code}
              stage={atHand}
              state={state}
              send={(draft) => who !== "" && send(draft)}
            />
          </section>
        </div>

        <aside className="mt-6 grid content-start gap-6 lg:col-start-2 xl:col-start-3 xl:mt-0">
          <section aria-label="Stack">
            <Section
              family={family}
              seam={seamOf(family, state.route)?.layer}
              openShare={openShare(state, family)}
              title={`Stack of ${family.code}, viewer's side up`}
            />
            <p className="text-soft">{state.complaint}</p>
            {family.notes.map((note) => (
              <p key={note} className="text-soft">
                {note}
              </p>
            ))}
          </section>
          {state.damage.length > 0 && viewed !== "intake" && (
            <section aria-labelledby="damaged-title">
              <h2 id="damaged-title" className="text-lg font-semibold">
                As it came in
              </h2>
              <Plan
                family={family}
                damage={state.damage}
                title={`Panel of ${family.code} with its damage, viewer's side`}
              />
              <a
                href={`/jobs/${code}?stage=intake`}
                className="inline-flex min-h-12 items-center underline underline-offset-4"
              >
                Mark more damage
              </a>
            </section>
          )}
          <EventLog events={job.events} state={state} family={family} technicians={technicians} />
        </aside>
      </main>
      <ActionBar
        action={action}
        timers={runningTimers(state)}
        nowMs={nowMs}
        who={who}
        technicians={technicians}
        onPress={press}
        onDraft={(draft) => {
          send(draft);
          showAtHand();
        }}
        onTakeBack={() => {
          job.takeBack();
          showAtHand();
        }}
      />
    </PreferencesContext>
  );
}
