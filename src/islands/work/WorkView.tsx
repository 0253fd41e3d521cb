import { Undo2 } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { factKey } from "../../../core/kernel/fact.ts";
import { planProcedure, nextMove } from "../../../core/kernel/plan.ts";
import { applyMove, moveNamed, standing } from "../../../core/kernel/replay.ts";
import { sceneAtStart } from "../../../core/device/start.ts";
import { deviceRules } from "../../../core/moves.ts";
import { cautions } from "../../../core/job/cautions.ts";
import { stageTitles, type StageName } from "../../../core/job/route.ts";
import type { LineKey } from "../../../core/device/line.ts";
import { lineOf, linesNow, routeNow, seamNow } from "../../../core/device/ask.ts";
import { methodOf, type HeatMethodKind } from "../../../core/heat/heat-methods.ts";
import { methodsOf } from "../../../core/lift/methods-of.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { KeptMove } from "../../../server/store/work.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { Section } from "../../drawing/Section.tsx";
import { soundAlarm } from "../../ui/alarm.ts";
import {
  PreferencesContext,
  setPreference,
  useStoredPreferences,
  type Preferences,
} from "../../ui/preferences.ts";
import { useNow } from "../../ui/useNow.ts";
import { askFor, say } from "../../../words/say.ts";
import { AnswerForm } from "./AnswerForm.tsx";
import { answersOf, fieldsOf } from "./choices.ts";
import { FacePlan } from "./FacePlan.tsx";
import { useChoice, workedOut } from "./useChoice.ts";
import { useWork } from "./useWork.ts";

export interface WorkViewProps {
  code: string;
  family: Family;
  moves: KeptMove[];
  technicians: Technician[];
  preferences: Preferences;
  nowMs: number;
}

const clock = (seconds: number) => {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};

/** A second press within this time is the same press: gloves and pedals bounce. */
const BOUNCE_MS = 350;

interface Row {
  key: string;
  stage: StageName;
  text: string;
  status: "done" | "now" | "coming";
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest("input, textarea, select, [role=dialog]") !== null;

interface Slab {
  stage: StageName;
  rows: Row[];
  status: "done" | "present" | "coming";
}

/** One slab for each stage, in the order in which the work first comes to it. */
function slabsOf(rows: readonly Row[]): Slab[] {
  const slabs: Slab[] = [];
  for (const row of rows) {
    const slab = slabs.find(({ stage }) => stage === row.stage);
    if (slab) slab.rows.push(row);
    else slabs.push({ stage: row.stage, rows: [row], status: "coming" });
  }
  for (const slab of slabs) {
    const has = (status: Row["status"]) => slab.rows.some((row) => row.status === status);
    slab.status = has("now") ? "present" : has("coming") ? "coming" : "done";
  }
  return slabs;
}

/** A job worked by its plan: what to do now, the drawing of it, and one press that says what hands did. */
export function WorkView(props: WorkViewProps) {
  const { code, family, technicians } = props;
  const preferences = useStoredPreferences(props.preferences);
  const who = technicians.some(({ key }) => key === preferences.who) ? preferences.who : "";
  const work = useWork(code, family, props.moves, who);
  const nowMs = useNow(props.nowMs);
  const [method, setMethod] = useState<HeatMethodKind>("plate");

  const scene = work.scene(nowMs);
  const next = nextMove(deviceRules, scene);
  const step = next && "step" in next ? next.step : null;
  const stuck = next && "stuck" in next ? next.stuck : null;
  const seq = work.moves.at(-1)?.seq ?? 0;
  // The plan is asked anew after each move, not at each tick.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const plan = useMemo(() => planProcedure(deviceRules, work.scene(Date.now()), seq + 1), [seq, work.scene]);

  const offered = step?.data ?? null;
  const kind = step?.move.kind ?? "";
  const choiceKey = `${seq} ${kind} ${method}`;
  const chosen = useChoice(
    step && workedOut.has(kind) ? { scene: work.scene(props.nowMs), kind, offered, method } : null,
    choiceKey,
  );
  const isWorkingOut = step !== null && workedOut.has(kind) && chosen === null;
  const data = (chosen ?? offered) as Record<string, unknown> | null;

  const leftS = step?.notBeforeMs ? (step.notBeforeMs - nowMs) / 1_000 : 0;
  const isWaiting = leftS > 0;
  const windowLeftS =
    scene.state.lift.windowUntilMs === null ? 0 : (scene.state.lift.windowUntilMs - nowMs) / 1_000;
  const isPress = step?.move.told === "press";
  const canPress = step !== null && isPress && !isWaiting && !isWorkingOut && !work.isSending && who !== "";

  const lastPress = useRef(0);
  useEffect(() => {
    lastPress.current = performance.now();
  }, [seq, kind]);
  const press = () => {
    if (!canPress || !data || performance.now() - lastPress.current < BOUNCE_MS) return;
    lastPress.current = performance.now();
    work.send(kind, data);
  };
  const takeBack = () => {
    const { last } = work;
    if (!last || work.isSending || performance.now() - lastPress.current < BOUNCE_MS) return;
    const owner = technicians.find(({ key }) => key === last.who)?.name ?? last.who;
    if (last.who !== who && !confirm(`${owner} recorded this. Take it back?`)) return;
    lastPress.current = performance.now();
    work.takeBack();
  };
  const keys = useRef({ press, takeBack });
  keys.current = { press, takeBack };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.altKey || event.metaKey || isTyping(event.target)) return;
      if (event.key === " " || event.key === "PageDown") {
        event.preventDefault();
        keys.current.press();
      } else if (event.key === "Backspace") {
        event.preventDefault();
        keys.current.takeBack();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  const wasWaiting = useRef(false);
  useEffect(() => {
    if (wasWaiting.current && !isWaiting && step) soundAlarm();
    wasWaiting.current = isWaiting;
  }, [isWaiting, step]);

  const rows = useMemo<Row[]>(() => {
    // Each is said as it was: by the device before it.
    let before = sceneAtStart(family, 0);
    const done = standing(work.moves).map(({ version, kind: of, data: told, ...stamp }): Row => {
      const move = moveNamed(deviceRules, of, version);
      const text = say(move.words(before, told));
      before = { ...before, state: applyMove(move, { ...before, nowMs: stamp.atMs }, told, stamp) };
      return { key: stamp.id, stage: stamp.stage as StageName, text, status: "done" };
    });
    const coming = plan.steps.map(({ move, data: planned }, i): Row => ({
      key: `plan-${i}`,
      stage: move.stage(work.scene(0), planned),
      text: askFor(move.words(work.scene(0), planned)),
      status: i === 0 ? "now" : "coming",
    }));
    return [...done, ...coming];
  }, [work, plan, family]);
  const slabs = slabsOf(rows);

  const ended = scene.state.intake.ended;
  const asked = step ? askFor(step.move.words(scene, data)) : "";
  const instruction = isWaiting ? `Wait. Then: ${asked.charAt(0).toLowerCase()}${asked.slice(1)}` : asked;
  const hazard = step?.move.hazard(scene, step.data) ?? null;
  const [line] = linesNow(scene);
  const isCutting = [
    "strip-cut",
    "wire-drawn",
    "glass-popped",
    "film-peeled",
    "soak-started",
    "soak-ended",
    "old-off",
  ].includes(kind);
  const cutLine = ((data?.line as LineKey | undefined) ?? line) as LineKey | undefined;
  const parted = cutLine ? lineOf(scene.state, cutLine).partedPct : 0;
  const { methods } = methodsOf(family, routeNow(scene));
  const seam = seamNow(scene);
  const isOldOff =
    line !== undefined && lineOf(scene.state, line).old === "off" && !lineOf(scene.state, line).on;

  return (
    <PreferencesContext value={preferences}>
      <main
        className="grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] overflow-hidden lg:h-[calc(100dvh-3.65rem)] lg:grid-cols-[15rem_minmax(0,1fr)]"
        data-testid="work"
      >
        <nav
          aria-label="Stages"
          className="row-start-1 min-w-0 overflow-x-auto border-line p-2 lg:row-span-2 lg:overflow-y-auto lg:border-r-2"
        >
          <ol className="flex gap-1 lg:flex-col">
            {slabs.map((slab) => (
              <li key={slab.stage} data-testid="slab" data-status={slab.status}>
                <div
                  className={[
                    "rounded-xs border-2 px-3 py-1 whitespace-nowrap",
                    slab.status === "done"
                      ? "border-ink bg-ink text-on-ink"
                      : slab.status === "present"
                        ? "border-ink bg-raised font-semibold lg:-rotate-1 lg:border-b-4"
                        : "border-dashed border-soft text-soft",
                  ].join(" ")}
                >
                  {stageTitles[slab.stage]}
                </div>
                {slab.status === "present" && (
                  <ol className="hidden px-1 py-1 text-sm lg:block">
                    {nearby(slab.rows).map(({ key, text, status }) => (
                      <li
                        key={key}
                        className={
                          status === "done"
                            ? "truncate text-done"
                            : status === "now"
                              ? "font-semibold"
                              : "truncate text-soft"
                        }
                      >
                        {status === "done" ? "✓ " : ""}
                        {text}
                      </li>
                    ))}
                  </ol>
                )}
              </li>
            ))}
          </ol>
        </nav>

        <section className="flex min-h-0 min-w-0 flex-col gap-2 overflow-y-auto p-3 lg:gap-3 lg:p-4">
          <h1 className="answer" data-testid="answer">
            {ended
              ? `Over: ${ended.outcome}.`
              : stuck
                ? `No way found to ${factKey(stuck.at)}. Check the device.`
                : isWorkingOut
                  ? "Working it out."
                  : instruction}
          </h1>
          {hazard && (
            <p className="border-l-4 border-danger pl-2 text-sm" data-testid="caution">
              <strong>{cautions[hazard].title}.</strong> {cautions[hazard].text}
            </p>
          )}
          {work.said && (
            <p role="alert" className="border-2 border-danger px-3 py-2">
              {work.said}{" "}
              <button type="button" className="underline" onClick={work.hush}>
                OK
              </button>
            </p>
          )}
          <div className="flex min-h-0 flex-1 items-center justify-center">
            {isCutting && cutLine ? (
              <FacePlan scene={scene} line={cutLine} now={(data?.piece as string | undefined) ?? null} />
            ) : (
              <Section
                family={family}
                {...(seam ? { seam: seam.layer } : {})}
                openShare={isOldOff ? 1 : parted / 100}
                title={`The stack of ${family.code} from the side`}
              />
            )}
          </div>
          {step && !isPress && who !== "" && !ended && (
            <AnswerForm
              key={`${seq} ${kind} ${isWorkingOut}`}
              fields={fieldsOf(scene, kind)}
              answers={answersOf(scene, step.move, data ?? {})}
              schema={step.move.data}
              data={data ?? {}}
              disabled={isWorkingOut || work.isSending || isWaiting}
              onSend={(told) => work.send(kind, told)}
            />
          )}
          {kind === "heat-chosen" && methods.length > 1 && (
            <label className="flex items-center gap-2">
              By
              <select
                className="min-h-12 border-2 border-ink bg-raised px-2"
                value={method}
                onChange={(event) => setMethod(event.target.value as HeatMethodKind)}
              >
                {methods.map((of) => (
                  <option key={of} value={of}>
                    {methodOf(of).title}
                  </option>
                ))}
              </select>
            </label>
          )}
        </section>

        <footer
          className="col-span-full flex flex-wrap items-center gap-x-3 gap-y-1 border-t-2 border-ink bg-raised px-3 py-2 lg:min-h-20 lg:flex-nowrap"
          data-testid="bar"
        >
          {(isWaiting || windowLeftS > 0) && (
            <div
              role="timer"
              className="min-w-24 border-2 border-heat px-3 py-1 font-mono text-3xl text-heat"
            >
              {clock(isWaiting ? leftS : windowLeftS)}
            </div>
          )}
          <p className="order-first min-w-0 basis-full truncate leading-tight font-semibold sm:order-none sm:flex-1 sm:basis-0 sm:whitespace-normal lg:text-lg">
            {who === ""
              ? "Who is at the bench?"
              : ended
                ? "The job is over."
                : isWorkingOut
                  ? "Working it out."
                  : instruction}
          </p>
          {who === "" ? (
            technicians.map(({ key, name }) => (
              <button
                key={key}
                type="button"
                className="min-h-12 border-2 border-ink px-3"
                onClick={() => setPreference("who", key)}
              >
                {name}
              </button>
            ))
          ) : (
            <>
              <button
                type="button"
                className="flex min-h-14 items-center gap-1 border-2 border-ink px-3"
                onClick={takeBack}
                disabled={!work.last || work.last.seq === 1 || work.isSending || ended !== null}
              >
                <Undo2 size={20} aria-hidden /> Back
              </button>
              {isPress && !ended && (
                <button
                  type="button"
                  className="min-h-14 min-w-36 border-2 border-ink bg-ink px-5 text-xl font-semibold text-on-ink disabled:opacity-50"
                  onClick={press}
                  disabled={!canPress}
                  data-testid="press"
                >
                  {isWaiting ? "Wait" : "Done"}
                </button>
              )}
            </>
          )}
        </footer>
      </main>
    </PreferencesContext>
  );
}

/** The last two that are done, the one at hand, and what comes next: as many as a pile shows. */
function nearby(rows: readonly Row[]): readonly Row[] {
  const at = rows.findIndex(({ status }) => status === "now");
  return rows.slice(Math.max(0, at - 2), at + 6);
}
