import type { EventDraft } from "../job/event.ts";
import { FRESH_S } from "./fresh.ts";
import { stepKey, type JobState, type Timer } from "../job/fold.ts";

const PREFIX = "wiped-";
const SHUT_PREFIX = "inside-wiped-";

/** The timer that runs from a last wipe to the laying goes on from stage to stage. */
export const isWipe = ({ timer }: Pick<Timer, "timer">): boolean => timer.startsWith(PREFIX);

/** The timer that runs from the last wipe inside to the moment when the device is shut. */
export const isInsideWipe = ({ timer }: Pick<Timer, "timer">): boolean => timer.startsWith(SHUT_PREFIX);

/** Whether an event shuts the device: from then on no dust can fall inside. */
export const shuts = (draft: EventDraft): boolean =>
  draft.stage === "close" && draft.kind === "step-done" && draft.data.step === "shut";

/** Steps of the bond that bring the new layer down where no liquid does. */
const layingSteps: readonly string[] = ["close-glass", "first-edge", "film-on-glass"];

/** Whether an event lays the new layer on the panel: from then on no dust can fall on it. */
export function laysDown(draft: EventDraft): boolean {
  if (draft.stage !== "bond") return false;
  return draft.kind === "part-spent"
    ? draft.data.unit === "ml"
    : draft.kind === "step-done" && layingSteps.includes(draft.data.step);
}

/** Whether the new layer lies on the panel. */
export const hasLaid = ({ parts, stepsDone }: Pick<JobState, "parts" | "stepsDone">): boolean =>
  parts.some(({ unit }) => unit === "ml") || layingSteps.some((step) => stepKey("bond", step) in stepsDone);

/** Seconds since the last wipe of this kind; null where nobody has wiped. */
export function wipeAgeS(
  state: Pick<JobState, "timers">,
  nowMs: number,
  isOfKind: (timer: Timer) => boolean = isWipe,
): number | null {
  const last = state.timers.filter(isOfKind).at(-1);
  return last ? (nowMs - Date.parse(last.startedAt)) / 1_000 : null;
}

/** The last wipe, about to be recorded: the time to lay, or in the close to shut, begins anew. */
export function wipeDraft(state: Pick<JobState, "timers">, stage: "clean" | "bond" | "close"): EventDraft {
  const wipes = state.timers.filter(stage === "close" ? isInsideWipe : isWipe);
  const running = wipes.find(({ stoppedAt }) => stoppedAt === null);
  return {
    stage,
    kind: "timer-started",
    data: {
      timer: `${stage === "close" ? SHUT_PREFIX : PREFIX}${wipes.length + 1}`,
      label: stage === "close" ? "Since the last wipe inside" : "Since the last wipe",
      durationS: FRESH_S,
      ...(running ? { stops: running.timer } : {}),
    },
  };
}
