import type { Family } from "../stack/family.ts";
import type { EventDraft, JobEvent } from "./event.ts";
import { pointOffPanel } from "../intake/damage.ts";
import { edgeLengthMm, isOnPanel, offPanelWords } from "../stack/outline.ts";
import { screwLedger, screwRefusal, type Misfit } from "../open/screw-ledger.ts";
import { placeOffPanel } from "../bond/pattern.ts";
import { hasLaid } from "../clean/freshness.ts";
import { applyEvent, foldJob, screwMove, standingEvents, type JobState } from "./fold.ts";
import { holdOn, type Hold } from "./holds.ts";
import { isOffScreen } from "../prove/pixel-faults.ts";
import { isLate } from "../rework/reflow-profile.ts";
import { contactsOf } from "../rework/joint.ts";
import { stagesToReopen } from "./reopen.ts";
import { routes, stageTitles } from "./route.ts";

/** Why an event cannot be added to a job. */
export interface Refusal {
  sentence: string;
  /** The field of the event's data that is at fault, where one is. */
  path?: string;
  hold?: Hold;
  /** A screw that is too long for its hole: it goes in only where that is meant. */
  misfit?: Misfit;
}

const no = (sentence: string, path?: string): Refusal => ({ sentence, ...(path ? { path } : {}) });

function named(list: readonly { key: string }[], key: string, path: string): Refusal | null {
  return list.some((entry) => entry.key === key)
    ? null
    : no(
        `"${key}" is not one of this family's: ${list.map((entry) => entry.key).join(", ") || "none"}.`,
        path,
      );
}

/** Events that may come at any time, whichever stage is at hand. */
const anyTime = new Set<EventDraft["kind"]>([
  "note-written",
  "reading-taken",
  "job-held",
  "job-released",
  "route-changed",
  "hold-overridden",
  "function-checked",
  "timer-stopped",
  "damage-marked",
  "photo-added",
  "quoted",
  "lot-chosen",
  "photo-inspected",
  "panel-tested",
  "sent-back",
  "family-adopted",
  "job-ended",
]);

/** Whether an event makes sense in this state, holds apart. */
function senseOf(state: JobState, family: Family, draft: EventDraft): Refusal | null {
  if (draft.kind === "job-opened") return no("The job is opened already.");
  if (state.ended && draft.kind !== "note-written") return no("The job is over; only notes may be added.");
  if (draft.kind === "stage-started") return null;
  if (draft.kind === "stage-ended") {
    return state.present === draft.stage ? null : no(`${stageTitles[draft.stage]} is not the stage at hand.`);
  }
  if (!anyTime.has(draft.kind) && state.present !== draft.stage) {
    return no(`${stageTitles[draft.stage]} is not the stage at hand.`);
  }
  switch (draft.kind) {
    case "connector-opened":
      return (
        named(family.connectors, draft.data.connector, "connector") ??
        (state.connectorsOpen.includes(draft.data.connector)
          ? no("That connector is open already.", "connector")
          : null)
      );
    case "connector-closed":
      return state.connectorsOpen.includes(draft.data.connector) &&
        !state.connectorsClosed.includes(draft.data.connector)
        ? null
        : no("That connector is not open.", "connector");
    case "screws-taken":
    case "screws-returned":
    case "screw-missed":
    case "screw-found":
    case "screw-left-over":
    case "screw-left-over-settled": {
      const wrong = "size" in draft.data ? named(family.screws, draft.data.size, "size") : null;
      return wrong ?? screwRefusal(screwLedger(family, state.screwMoves), screwMove(draft)!);
    }
    case "damage-marked":
    case "residue-marked": {
      const { points } = draft.data;
      const off = pointOffPanel(family.outline, points);
      return off < 0 ? null : no(`${offPanelWords(family.outline, points[off]!)}.`, `points[${off}]`);
    }
    case "quoted": {
      const { agreed, input } = draft.data;
      if (agreed !== state.route) return no(`The route is ${routes[state.route].title} now.`, "agreed");
      return input.options.some((option) => option.name === routes[agreed].title)
        ? null
        : no(`"${routes[agreed].title}" must be one of the options.`, "input.options");
    }
    case "stretch-cut":
    case "pace-marked": {
      const { edge, fromMm, toMm } = draft.data;
      const longMm = edgeLengthMm(family.outline, edge);
      const beyond = fromMm > longMm ? "fromMm" : toMm > longMm ? "toMm" : null;
      return beyond
        ? no(`${draft.data[beyond]} lies beyond the ${edge} edge, which is ${longMm} mm long.`, beyond)
        : null;
    }
    case "photo-inspected": {
      const { defects } = draft.data;
      const off = pointOffPanel(family.outline, defects);
      return off < 0 ? null : no(`${offPanelWords(family.outline, defects[off]!)}.`, `defects[${off}]`);
    }
    case "contact-probed": {
      const { a, b } = draft.data;
      const { contacts } = contactsOf(state, family);
      if (a === b) return no(`${a} must not be probed against itself.`, "b");
      return Math.max(a, b) > contacts ? no(`The joint has ${contacts} contacts.`, a > b ? "a" : "b") : null;
    }
    case "profile-read": {
      const { readings } = draft.data;
      const late = readings.findIndex((_, i) => isLate(readings, i));
      return late < 0
        ? null
        : no(`${readings[late]!.timeS} s must be after the reading before it.`, `readings[${late}].timeS`);
    }
    case "panel-tested": {
      const { data } = draft;
      if (data.part !== "pixels") return null;
      const off = data.faults.findIndex((fault) => isOffScreen(data, fault));
      return off < 0
        ? null
        : no(
            `A fault must lie on the screen, which is ${data.widthPx} × ${data.heightPx} pixels.`,
            `faults[${off}]`,
          );
    }
    case "bubble-marked": {
      const { xMm, yMm } = draft.data;
      return isOnPanel(family.outline, xMm, yMm)
        ? null
        : no(`${offPanelWords(family.outline, draft.data)}.`, "xMm");
    }
    case "bubble-settled":
      return state.bubbles.some(({ id, settled }) => id === draft.data.bubble && settled === null)
        ? null
        : no("No such bubble is marked.", "bubble");
    case "pattern-chosen": {
      const off = placeOffPanel(family.outline, draft.data.pieces);
      return off ? no(`${offPanelWords(family.outline, off)}.`, off.path) : null;
    }
    case "school-chosen":
      if (routes[state.route].joins !== "liquid")
        return no("This job's route lays no bonded layer.", "school");
      return hasLaid(state) ? no("It is laid already: the school cannot change any more.", "school") : null;
    case "residue-cleared":
      return state.residue.some(({ id, clearedAt }) => id === draft.data.residue && clearedAt === null)
        ? null
        : no("No such patch is marked.", "residue");
    case "step-done": {
      const left = state.residue.filter(({ clearedAt }) => clearedAt === null);
      const bubbles = state.bubbles.filter(({ settled }) => settled === null);
      if (draft.stage === "bond" && draft.data.step === "bubbles-settled" && bubbles.length > 0) {
        return no(
          `${bubbles.length} ${bubbles.length === 1 ? "bubble is" : "bubbles are"} still marked: each has gone, is left, or wants rework.`,
          "step",
        );
      }
      return draft.stage === "clean" && draft.data.step === "look" && left.length > 0
        ? no(`${left.length} ${left.length === 1 ? "patch is" : "patches are"} still marked.`, "step")
        : null;
    }
    case "axis-read":
    case "axis-chosen":
    case "film-taken":
      return routes[state.route].joins === "film" ? null : no("This job's route lays no film.");
    case "wedge-read":
      return family.stack.some((layer) => layer.material === draft.data.glue)
        ? null
        : no(`"${draft.data.glue}" is not in the stack of ${family.code}.`, "glue");
    case "power-live":
      return state.powerIsolated ? null : no("The power is not isolated yet.");
    case "function-checked":
      return (
        named(family.functions, draft.data.function, "function") ??
        (state.started[draft.stage] ? null : no(`${stageTitles[draft.stage]} has not begun.`))
      );
    case "timer-started":
      return state.timers.some((timer) => timer.timer === draft.data.timer && timer.stoppedAt === null)
        ? no("That timer is running already.", "timer")
        : null;
    case "timer-stopped":
      return state.timers.some((timer) => timer.timer === draft.data.timer && timer.stoppedAt === null)
        ? null
        : no("That timer is not running.", "timer");
    case "route-changed":
      if (draft.data.from !== state.route)
        return no(`The route is ${routes[state.route].title} now.`, "from");
      if (draft.data.to === state.route) return no("That is the route already.", "to");
      return family.routes.includes(draft.data.to) || draft.data.to === "assembly"
        ? null
        : no(`${family.code} cannot go ${routes[draft.data.to].title}.`, "to");
    case "job-ended":
      if (draft.data.outcome === "connection seated") {
        return state.answers.flex === "gone" && state.screwMoves.length === 0
          ? null
          : no("The connection was not found to be the fault.", "outcome");
      }
      return draft.data.outcome === "given up" || state.present === "close"
        ? null
        : no("The job is not at its close yet.", "outcome");
    case "sent-back": {
      const { to } = draft.data;
      const possible = stagesToReopen(state);
      if (!possible.includes(to)) {
        return no(
          possible.length > 0
            ? `It can go back to ${possible.map((stage) => stageTitles[stage].toLowerCase()).join(", ")}.`
            : "There is nothing yet to go back to.",
          "to",
        );
      }
      const { taken, returned } = screwLedger(family, state.screwMoves);
      return to === "open" && returned > 0 && returned < taken
        ? no(`${returned} of ${taken} screws are back: put the others back first, or take these out.`, "to")
        : null;
    }
    case "job-held":
      return state.held ? no("The job is on hold already.") : null;
    case "job-released":
      return state.held ? null : no("The job is not on hold.");
    case "question-answered":
      return draft.data.question === "family"
        ? no("The family is known: it was chosen when the job was opened.", "question")
        : null;
    default:
      return null;
  }
}

function refusalOfDraft(state: JobState, family: Family, draft: EventDraft, nowMs: number): Refusal | null {
  const wrong = senseOf(state, family, draft);
  if (wrong) return wrong;
  const hold = holdOn({ state, family, nowMs }, draft);
  return hold ? { sentence: hold.sentence, hold } : null;
}

/** Whether taking an event back would leave something standing that could not have happened without it. */
function refusalOfUndo(
  events: readonly JobEvent[],
  family: Family,
  undo: JobEvent & { kind: "undone" },
): Refusal | null {
  const target = events.find((event) => event.id === undo.data.event);
  if (!target) return no("This job has no such event to take back.", "event");
  if (target.kind === "job-opened") return no("Opening the job cannot be taken back.", "event");
  if (target.kind === "family-adopted") {
    return no("Going over to a newer family cannot be taken back: what came after rests on it.", "event");
  }
  if (target.kind === "film-taken") {
    return no("A piece that is cut stays cut: cut another where it is spoilt.", "event");
  }
  const standing = standingEvents(events);
  if (target.kind !== "undone" && !standing.some((event) => event.id === target.id)) {
    return no("That is taken back already.", "event");
  }
  const refusal = refusalAmong([...events, undo], family);
  return refusal
    ? no(`It cannot be taken back: what came after needs it. ${refusal.sentence}`, "event")
    : null;
}

/** Plays a job's events again as if for the first time: why one of those that stand could not happen, or null. */
function refusalAmong(events: readonly JobEvent[], family: Family): Refusal | null {
  const standing = standingEvents(events);
  let state = foldJob(standing.slice(0, 1));
  for (const event of standing.slice(1)) {
    const refusal = refusalOfDraft(state, family, event, Date.parse(event.at));
    if (refusal) return refusal;
    state = applyEvent(state, event);
  }
  return null;
}

/** Whether a job may go on with another version of its family: null, or what was done that does not agree with it. */
export function refusalOfFamily(events: readonly JobEvent[], newer: Family): Refusal | null {
  const { route } = foldJob(events);
  if (!newer.routes.includes(route) && route !== "assembly") {
    return no(
      `The newer ${newer.code} does not offer ${routes[route].title}, on which this job is.`,
      "version",
    );
  }
  const refusal = refusalAmong(events, newer);
  return refusal
    ? no(`What was done on this job does not agree with the newer family. ${refusal.sentence}`, "version")
    : null;
}

/** Whether an event may be added to a job that has these events: null, or why not. */
export function refusalOf(
  events: readonly JobEvent[],
  state: JobState,
  family: Family,
  event: JobEvent,
): Refusal | null {
  return event.kind === "undone"
    ? refusalOfUndo(events, family, event)
    : refusalOfDraft(state, family, event, Date.parse(event.at));
}
