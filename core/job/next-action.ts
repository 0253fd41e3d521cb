import type { CautionName } from "./cautions.ts";
import type { EventDraft } from "./event.ts";
import { runningTimers, secondsLeft } from "./fold.ts";
import { holdOn, type Hold } from "./holds.ts";
import { routes, stageTitles } from "./route.ts";
import { stages } from "./stages.ts";
import type { Step, StepContext } from "./step.ts";

/** What the bar at the foot offers: the instruction, the big button, and what stands in the way. */
export interface NextAction {
  /** Key of the step, or "start", "end" for the stage itself, or "hold". */
  key: string;
  ask: string;
  lengthsMm?: readonly number[];
  press: string;
  draft: () => EventDraft;
  alternatives: { label: string; draft: () => EventDraft }[];
  /** May be passed over. */
  skip?: () => EventDraft;
  caution?: CautionName;
  hold?: Hold;
  timer?: string;
  startsItself?: Step["startsItself"];
}

const ofStep = (context: StepContext, step: Step): NextAction => {
  const stage = context.state.present!;
  return {
    key: step.key,
    ask: step.ask,
    ...(step.lengthsMm ? { lengthsMm: step.lengthsMm } : {}),
    press: step.press,
    draft: step.draft,
    alternatives: step.alternatives ?? [],
    ...(step.optional
      ? { skip: (): EventDraft => ({ stage, kind: "step-skipped", data: { step: step.key } }) }
      : {}),
    ...(step.caution ? { caution: step.caution } : {}),
    ...(step.timer ? { timer: step.timer } : {}),
    ...(step.startsItself ? { startsItself: step.startsItself } : {}),
  };
};

/** Puts a hold before an action: the button then lifts the hold instead of passing it. */
function heldBy(action: NextAction, hold: Hold): NextAction {
  const [first, ...others] = hold.lifts;
  return {
    key: "hold",
    ask: hold.sentence,
    press: first?.label ?? "Held",
    draft: first?.draft ?? action.draft,
    alternatives: others,
    hold,
  };
}

/** What comes next on a job, or null where it is over. */
export function nextAction(context: StepContext): NextAction | null {
  const { state } = context;
  if (state.ended) return null;
  const stage = state.present ?? state.upcoming ?? "close";
  let action: NextAction;
  let probe: EventDraft | null = null;
  if (state.present) {
    const step = stages[stage].steps(context).find((s) => !s.done && !s.skipped);
    if (step) {
      action = ofStep(context, step);
      // Only these kinds can be held within a stage; the other drafts may take a calculation, so they are not made here.
      if (/^((connector|screws|move)-|(risk|shut|solder|spend|spend-film|lay|tape|solvent)$)/.test(step.key))
        probe = step.draft();
    } else if (stage === "close") {
      const outcome = state.route === "assembly" ? "assembly fitted" : "repaired";
      probe = { stage, kind: "job-ended", data: { outcome } };
      action = {
        key: "end",
        ask: "Everything is back. Hand it over clean.",
        press: "End the job",
        draft: () => probe!,
        alternatives: [],
      };
    } else {
      probe = { stage, kind: "stage-ended", data: {} };
      const route = routes[state.route].stages;
      const after = route[route.indexOf(stage) + 1];
      action = {
        key: "end",
        ask: `${stageTitles[stage]} is done.${after ? ` ${stageTitles[after]} comes next.` : ""}`,
        press: `End ${stageTitles[stage].toLowerCase()}`,
        draft: () => probe!,
        alternatives: [],
      };
    }
  } else {
    probe = { stage, kind: "stage-started", data: {} };
    action = {
      key: "start",
      ask: stages[stage].question,
      press: `Start ${stageTitles[stage].toLowerCase()}`,
      draft: () => probe!,
      alternatives: [],
    };
  }
  const hold = holdOn(context, probe ?? { stage, kind: "step-done", data: { step: "any" } });
  return hold ? heldBy(action, hold) : action;
}

/** What an open job waits for: a pair of hands, a timer that has not run out, or somebody to lift a hold. */
export type Need = "hands" | "timer" | "hold";

export function needOf(context: StepContext, action: NextAction | null): Need {
  if (action?.hold) return "hold";
  const timer = runningTimers(context.state).find((t) => t.timer === action?.timer);
  return timer && secondsLeft(timer, context.nowMs) > 0 ? "timer" : "hands";
}
