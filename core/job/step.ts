import type { Family } from "../stack/family.ts";
import type { CautionName } from "./cautions.ts";
import type { EventDraft } from "./event.ts";
import { stepKey, type JobState } from "./fold.ts";
import type { StageName } from "./route.ts";

/** One thing to do. The bar at the foot shows the first that is neither done nor skipped. */
export interface Step {
  key: string;
  /** The instruction, as it would be said across the bench. `{0}`, `{1}` stand for `lengthsMm`, shown in the reader's unit. */
  ask: string;
  lengthsMm?: readonly number[];
  /** What the big button says. */
  press: string;
  done: boolean;
  /** May be passed over; a hold further on may still ask for it. */
  optional?: boolean;
  skipped?: boolean;
  caution?: CautionName;
  /** What a press records. Worked out only when it is needed: some of it takes a calculation. */
  draft: () => EventDraft;
  alternatives?: { label: string; draft: () => EventDraft }[];
  /** The moment from which a running timer's end takes this step by itself, under this name: hands are busy then. */
  startsItself?: { name: string; atMs: number };
  /** The timer that is running for this step; before it has run out the step is waited for, not worked at. */
  timer?: string;
}

export interface StepContext {
  state: JobState;
  family: Family;
  nowMs: number;
}

/** A stage of the work: the question it opens with, and what is to be done in it. */
export interface Stage {
  name: StageName;
  question: string;
  steps: (context: StepContext) => Step[];
}

/** An instruction with its lengths filled in, in millimetres unless the reader has another unit. */
export const fillLengths = (
  { ask, lengthsMm = [] }: Pick<Step, "ask" | "lengthsMm">,
  show: (mm: number) => string = (mm) => `${Number(mm.toFixed(mm < 10 ? 1 : 0))} mm`,
): string => lengthsMm.reduce((text, mm, i) => text.replace(`{${i}}`, show(mm)), ask);

/** A step that is done when the technician says so. */
export function confirmStep(
  { state }: StepContext,
  stage: StageName,
  key: string,
  ask: string,
  press: string,
  more: Pick<Step, "caution" | "optional"> = {},
): Step {
  return {
    key,
    ask,
    press,
    done: stepKey(stage, key) in state.stepsDone,
    skipped: stepKey(stage, key) in state.stepsSkipped,
    draft: () => ({ stage, kind: "step-done", data: { step: key } }),
    ...more,
  };
}

/** A step that checks one function of the device: a press passes it, the alternatives fail it or say that it is not there. */
export function checkStep(
  { state, family }: StepContext,
  stage: StageName,
  functionKey: string,
  more: Pick<Step, "caution" | "optional"> = {},
): Step {
  const checked = family.functions.find((f) => f.key === functionKey)!;
  const key = `check-${functionKey}`;
  const draft = (result: "pass" | "fail" | "not-fitted") => (): EventDraft => ({
    stage,
    kind: "function-checked",
    data: { function: functionKey, result },
  });
  return {
    key,
    ask: `${checked.name}: ${checked.how}`,
    press: "Pass",
    done: state.checks[stage]?.[functionKey] !== undefined,
    skipped: stepKey(stage, key) in state.stepsSkipped,
    draft: draft("pass"),
    alternatives: [
      { label: "Fail", draft: draft("fail") },
      { label: "Not fitted", draft: draft("not-fitted") },
    ],
    ...more,
  };
}

/** A step that takes time: the first press starts the timer, the second ends the step. */
export function timerStep(
  { state, nowMs }: StepContext,
  stage: StageName,
  timer: { key: string; label: string; durationS: number },
  words: { ask: string; start: string; wait: string; stop: string },
  more: Pick<Step, "caution"> = {},
): Step {
  const last = state.timers.filter((t) => t.timer === timer.key).at(-1);
  const running = last !== undefined && last.stoppedAt === null;
  const over = running && nowMs - Date.parse(last.startedAt) >= last.durationS * 1_000;
  return {
    key: timer.key,
    ask: over ? `${timer.label} is done.` : running ? words.wait : words.ask,
    press: running ? (over ? words.stop : `${words.stop} early`) : words.start,
    done: last !== undefined && last.stoppedAt !== null,
    draft: (): EventDraft =>
      running
        ? { stage, kind: "timer-stopped", data: { timer: timer.key } }
        : {
            stage,
            kind: "timer-started",
            data: { timer: timer.key, label: timer.label, durationS: timer.durationS },
          },
    ...(running ? { timer: timer.key } : {}),
    ...more,
  };
}

export const hasTouch = (family: Family) => family.functions.some((f) => f.key === "touch");
