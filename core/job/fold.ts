import type { LotKind } from "../materials/lots.ts";
import { isInsideWipe, isWipe, laysDown, shuts } from "../clean/freshness.ts";
import type { ResiduePatch } from "../clean/residue.ts";
import type { FilmSide } from "../film/films.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import type { Damage } from "../intake/damage.ts";
import type { PacedStretch } from "../lift/cut-pace.ts";
import type { ScrewMove } from "../open/screw-ledger.ts";
import type { PanelTested, PanelTestPart } from "../prove/panel-test.ts";
import type { ContactPlan } from "../rework/contact-check.ts";
import type { Answers } from "../route/decision-tree.ts";
import type { Edge } from "../stack/outline.ts";
import type {
  CheckResult,
  EventDataOf,
  EventDraft,
  HoldName,
  JobEvent,
  Outcome,
  ReadingKind,
} from "./event.ts";
import { reopenStages } from "./reopen.ts";
import { routes, type RouteName, type School, type StageName } from "./route.ts";

export interface Stamp {
  at: string;
  who: string;
}

export interface Timer {
  timer: string;
  label: string;
  stage: StageName;
  startedAt: string;
  durationS: number;
  stoppedAt: string | null;
}

export interface Stretch {
  edge: Edge;
  fromMm: number;
  toMm: number;
  at: string;
}

export interface Check extends Stamp {
  result: CheckResult;
  note?: string;
}

/** Where a job stands: everything that its events say, and nothing else. */
export interface JobState {
  route: RouteName;
  /** The route at the moment when the device was opened: what was tried. */
  triedRoute: RouteName | null;
  complaint: string;
  dueAt: string | null;
  openedAt: string;
  started: Partial<Record<StageName, Stamp>>;
  endedStages: Partial<Record<StageName, Stamp>>;
  present: StageName | null;
  upcoming: StageName | null;
  stepsDone: Record<string, Stamp>;
  stepsSkipped: Record<string, Stamp>;
  powerIsolated: Stamp | null;
  connectorsOpen: string[];
  connectorsClosed: string[];
  screwMoves: ScrewMove[];
  /** Liners that lay on the bench at the last count; null before any. */
  linersCounted: number | null;
  answers: Answers;
  /** Each under the id of the event that marked it. */
  damage: (Damage & { id: string; stage: StageName } & Stamp)[];
  quote: (EventDataOf<"quoted"> & Stamp) | null;
  wedges: (EventDataOf<"wedge-read"> & { id: string } & Stamp)[];
  photos: (EventDataOf<"photo-added"> & { id: string; stage: StageName } & Stamp)[];
  settings: Partial<Record<StageName, Record<string, number>>>;
  /** What the heat of the lift comes from. */
  heatMethod: HeatMethodKind;
  timers: Timer[];
  stretches: Stretch[];
  /** Where the glue turned out thick, and where it is helped with alcohol. */
  paces: PacedStretch[];
  /** What is wiped with; null before it is chosen. */
  solvent: (EventDataOf<"solvent-chosen"> & Stamp) | null;
  /** Old glue that was marked, each under the id of its event. */
  residue: (ResiduePatch & { id: string; clearedAt: string | null } & Stamp)[];
  axisReadings: (EventDataOf<"axis-read"> & { id: string } & Stamp)[];
  /** The axes that new films are to have. */
  filmAxes: Partial<Record<FilmSide, EventDataOf<"axis-chosen"> & Stamp>>;
  filmsTaken: (EventDataOf<"film-taken"> & Stamp)[];
  checks: Partial<Record<StageName, Record<string, Check>>>;
  /** What the panel's own test told, the last of each part. */
  panelTests: { [Part in PanelTestPart]?: Extract<PanelTested, { part: Part }> & Stamp };
  alloy: (EventDataOf<"alloy-chosen"> & Stamp) | null;
  profile: (EventDataOf<"profile-read"> & Stamp) | null;
  contacts: ContactPlan | null;
  probes: EventDataOf<"contact-probed">[];
  inspections: (EventDataOf<"photo-inspected"> & { id: string; stage: StageName } & Stamp)[];
  parts: (EventDataOf<"part-spent"> & { stage: StageName } & Stamp)[];
  /** The lots at the bench, the last of each kind. */
  lots: Partial<Record<LotKind, EventDataOf<"lot-chosen"> & Stamp>>;
  school: School;
  pattern: (EventDataOf<"pattern-chosen"> & Stamp) | null;
  /** Each under the id of the event that marked it. */
  bubbles: (EventDataOf<"bubble-marked"> & {
    id: string;
    settled: EventDataOf<"bubble-settled">["as"] | null;
  } & Stamp)[];
  readings: {
    quantity: ReadingKind;
    stage: StageName;
    source: EventDataOf<"reading-taken">["source"];
    at: string;
    value: number;
  }[];
  overrides: Partial<Record<HoldName, { reason: string } & Stamp>>;
  /** Every reason that was signed, also for what has been sent back since. */
  signatures: (EventDataOf<"hold-overridden"> & Stamp)[];
  sentBack: (EventDataOf<"sent-back"> & { from: StageName } & Stamp)[];
  /** What earlier tries took and found, before the work was sent back over them. */
  before: Pick<JobState, "parts" | "filmsTaken" | "inspections">;
  routeChanges: (EventDataOf<"route-changed"> & Stamp)[];
  told: (EventDataOf<"customer-told"> & Stamp) | null;
  held: ({ reason: string } & Stamp) | null;
  ended: ({ outcome: Outcome; note?: string } & Stamp) | null;
}

export const stepKey = (stage: StageName, step: string) => `${stage}:${step}`;

function emptyState(): JobState {
  return {
    route: "assembly",
    triedRoute: null,
    complaint: "",
    dueAt: null,
    openedAt: "",
    started: {},
    endedStages: {},
    present: null,
    upcoming: null,
    stepsDone: {},
    stepsSkipped: {},
    powerIsolated: null,
    connectorsOpen: [],
    connectorsClosed: [],
    screwMoves: [],
    linersCounted: null,
    answers: {},
    damage: [],
    quote: null,
    wedges: [],
    photos: [],
    settings: {},
    heatMethod: "plate",
    timers: [],
    stretches: [],
    paces: [],
    solvent: null,
    residue: [],
    axisReadings: [],
    filmAxes: {},
    filmsTaken: [],
    checks: {},
    panelTests: {},
    alloy: null,
    profile: null,
    contacts: null,
    probes: [],
    inspections: [],
    parts: [],
    lots: {},
    school: "liquid",
    pattern: null,
    bubbles: [],
    readings: [],
    overrides: {},
    signatures: [],
    sentBack: [],
    before: { parts: [], filmsTaken: [], inspections: [] },
    routeChanges: [],
    told: null,
    held: null,
    ended: null,
  };
}

/** The events that still count: an undone event does not, and an undone undoing counts again. Order is kept. */
export function standingEvents(events: readonly JobEvent[]): JobEvent[] {
  const undone = new Set<string>();
  // From the last to the first: whether an undoing counts is settled before what it undoes is met.
  for (const event of [...events].reverse()) {
    if (event.kind === "undone" && !undone.has(event.id)) undone.add(event.data.event);
  }
  return events.filter((event) => event.kind !== "undone" && !undone.has(event.id));
}

const stopTimers = (timers: readonly Timer[], at: string, stops: (timer: Timer) => boolean): Timer[] =>
  timers.map((timer) => (timer.stoppedAt === null && stops(timer) ? { ...timer, stoppedAt: at } : timer));

type ScrewEvent = Extract<EventDraft, { kind: `screw${string}` }>;

/** What an event says of the screws; null where it says nothing of them. */
export function screwMove(event: EventDraft): ScrewMove | null {
  const isScrew = (draft: EventDraft): draft is ScrewEvent => draft.kind.startsWith("screw");
  if (!isScrew(event)) return null;
  switch (event.kind) {
    case "screws-taken":
      return "cells" in event.data
        ? { kind: "taken", cells: event.data.cells }
        : { kind: "counted out", ...event.data };
    case "screws-returned":
      return "screws" in event.data
        ? { kind: "returned", screws: event.data.screws }
        : { kind: "counted back", ...event.data };
    case "screw-missed":
      return { kind: "missed", cell: event.data.cell };
    case "screw-found":
      return { kind: "found", cell: event.data.cell, lengthMm: event.data.lengthMm };
    case "screw-left-over":
      return { kind: "left over" };
    case "screw-left-over-settled":
      return { kind: "left over settled" };
  }
}

function upcomingStage(state: JobState): StageName | null {
  return state.present
    ? null
    : (routes[state.route].stages.find((stage) => !state.endedStages[stage]) ?? null);
}

/** The state after one more event. The event is taken as it is; whether it may happen is for `refusalOf` to say. */
export function applyEvent(before: JobState, event: JobEvent): JobState {
  const stamp: Stamp = { at: event.at, who: event.who };
  const state = { ...before };
  switch (event.kind) {
    case "job-opened":
      Object.assign(state, event.data, { openedAt: event.at });
      break;
    case "stage-started":
      state.started = { ...state.started, [event.stage]: stamp };
      state.present = event.stage;
      if (event.stage === "open") state.triedRoute ??= state.route;
      break;
    case "stage-ended":
      state.endedStages = { ...state.endedStages, [event.stage]: stamp };
      state.present = null;
      state.timers = stopTimers(
        state.timers,
        event.at,
        (timer) => timer.stage === event.stage && (event.stage === "bond" || !isWipe(timer)),
      );
      break;
    case "step-done":
      state.stepsDone = { ...state.stepsDone, [stepKey(event.stage, event.data.step)]: stamp };
      break;
    case "step-skipped":
      state.stepsSkipped = { ...state.stepsSkipped, [stepKey(event.stage, event.data.step)]: stamp };
      break;
    case "power-isolated":
      state.powerIsolated = stamp;
      break;
    case "power-live": {
      state.powerIsolated = null;
      state.stepsDone = Object.fromEntries(
        Object.entries(state.stepsDone).filter(([step]) => step !== stepKey("open", "proved-dead")),
      );
      break;
    }
    case "connector-opened":
      state.connectorsOpen = [...state.connectorsOpen, event.data.connector];
      break;
    case "connector-closed":
      state.connectorsClosed = [...state.connectorsClosed, event.data.connector];
      break;
    case "screws-taken":
    case "screws-returned":
    case "screw-missed":
    case "screw-found":
    case "screw-left-over":
    case "screw-left-over-settled":
      state.screwMoves = [...state.screwMoves, screwMove(event)!];
      break;
    case "liners-counted":
      state.linersCounted = event.data.count;
      break;
    case "question-answered":
      state.answers = { ...state.answers, [event.data.question]: event.data.answer };
      break;
    case "damage-marked":
      state.damage = [...state.damage, { ...event.data, id: event.id, stage: event.stage, ...stamp }];
      break;
    case "quoted":
      state.quote = { ...event.data, ...stamp };
      break;
    case "wedge-read":
      state.wedges = [...state.wedges, { ...event.data, id: event.id, ...stamp }];
      break;
    case "photo-added":
      state.photos = [...state.photos, { ...event.data, id: event.id, stage: event.stage, ...stamp }];
      break;
    case "setting-chosen":
      state.settings = {
        ...state.settings,
        // Another way to heat has numbers of its own.
        [event.stage]: event.data.method
          ? event.data.settings
          : { ...state.settings[event.stage], ...event.data.settings },
      };
      if (event.data.method) state.heatMethod = event.data.method;
      break;
    case "reading-taken":
      state.readings = [
        ...state.readings,
        ...event.data.values.map(({ at, value }) => ({
          quantity: event.data.quantity,
          source: event.data.source,
          stage: event.stage,
          at,
          value,
        })),
      ];
      break;
    case "note-written":
    case "family-adopted":
    case "undone":
      break;
    case "timer-started": {
      const { timer, label, durationS, stops } = event.data;
      state.timers = [
        ...stopTimers(state.timers, event.at, (other) => other.timer === stops),
        { timer, label, stage: event.stage, startedAt: event.at, durationS, stoppedAt: null },
      ];
      break;
    }
    case "timer-stopped":
      state.timers = stopTimers(state.timers, event.at, (timer) => timer.timer === event.data.timer);
      break;
    case "stretch-cut":
      state.stretches = [...state.stretches, { ...event.data, at: event.at }];
      break;
    case "pace-marked":
      state.paces = [...state.paces, event.data];
      break;
    case "solvent-chosen":
      state.solvent = { ...event.data, ...stamp };
      break;
    case "axis-read":
      state.axisReadings = [...state.axisReadings, { ...event.data, id: event.id, ...stamp }];
      break;
    case "axis-chosen":
      state.filmAxes = { ...state.filmAxes, [event.data.film]: { ...event.data, ...stamp } };
      break;
    case "film-taken":
      state.filmsTaken = [...state.filmsTaken, { ...event.data, ...stamp }];
      break;
    case "residue-marked":
      state.residue = [...state.residue, { ...event.data, id: event.id, clearedAt: null, ...stamp }];
      break;
    case "residue-cleared":
      state.residue = state.residue.map((patch) =>
        patch.id === event.data.residue ? { ...patch, clearedAt: event.at } : patch,
      );
      break;
    case "photo-inspected":
      state.inspections = [
        ...state.inspections,
        { ...event.data, id: event.id, stage: event.stage, ...stamp },
      ];
      break;
    case "panel-tested":
      state.panelTests = { ...state.panelTests, [event.data.part]: { ...event.data, ...stamp } };
      break;
    case "alloy-chosen":
      state.alloy = { ...event.data, ...stamp };
      break;
    case "profile-read":
      state.profile = { ...event.data, ...stamp };
      break;
    case "contacts-planned":
      state.contacts = event.data;
      state.probes = [];
      break;
    case "contact-probed":
      state.probes = [...state.probes, event.data];
      break;
    case "function-checked": {
      const { function: checked, result, note } = event.data;
      const check: Check = { ...stamp, result, ...(note ? { note } : {}) };
      state.checks = { ...state.checks, [event.stage]: { ...state.checks[event.stage], [checked]: check } };
      break;
    }
    case "part-spent":
      state.parts = [...state.parts, { ...event.data, stage: event.stage, ...stamp }];
      break;
    case "lot-chosen":
      state.lots = { ...state.lots, [event.data.kind]: { ...event.data, ...stamp } };
      break;
    case "school-chosen":
      state.school = event.data.school;
      break;
    case "pattern-chosen":
      state.pattern = { ...event.data, ...stamp };
      break;
    case "bubble-marked":
      state.bubbles = [...state.bubbles, { ...event.data, id: event.id, settled: null, ...stamp }];
      break;
    case "bubble-settled":
      state.bubbles = state.bubbles.map((bubble) =>
        bubble.id === event.data.bubble ? { ...bubble, settled: event.data.as } : bubble,
      );
      break;
    case "route-changed":
      state.routeChanges = [...state.routeChanges, { ...event.data, ...stamp }];
      state.route = event.data.to;
      // A stage that the new route does not have is over; what was done in it stays on record.
      if (state.present && !routes[state.route].stages.includes(state.present)) {
        state.endedStages = { ...state.endedStages, [state.present]: stamp };
        state.timers = stopTimers(state.timers, event.at, (timer) => timer.stage === before.present);
        state.present = null;
      }
      break;
    case "hold-overridden":
      state.signatures = [...state.signatures, { ...event.data, ...stamp }];
      state.overrides = { ...state.overrides, [event.data.hold]: { reason: event.data.reason, ...stamp } };
      break;
    case "sent-back":
      Object.assign(state, reopenStages(state, event.data.to));
      state.sentBack = [...state.sentBack, { ...event.data, from: event.stage, ...stamp }];
      break;
    case "customer-told":
      state.told = { ...event.data, ...stamp };
      break;
    case "job-held":
      state.held = { ...event.data, ...stamp };
      break;
    case "job-released":
      state.held = null;
      break;
    case "job-ended":
      state.ended = { ...event.data, ...stamp };
      if (state.present) state.endedStages = { ...state.endedStages, [state.present]: stamp };
      state.present = null;
      state.timers = stopTimers(state.timers, event.at, () => true);
      break;
  }
  if (shuts(event)) state.timers = stopTimers(state.timers, event.at, isInsideWipe);
  if (laysDown(event)) state.timers = stopTimers(state.timers, event.at, isWipe);
  state.upcoming = state.ended ? null : upcomingStage(state);
  return state;
}

/** Folds a job's events, oldest first, to where the job stands. Pure: the same events give the same state. */
export function foldJob(events: readonly JobEvent[]): JobState {
  return standingEvents(events).reduce(applyEvent, emptyState());
}

export const runningTimers = (state: JobState): Timer[] =>
  state.timers.filter((timer) => timer.stoppedAt === null);

/** Seconds left on a timer at this moment; negative where it has run over. */
export function secondsLeft(timer: Timer, nowMs: number): number {
  return timer.durationS - (nowMs - Date.parse(timer.startedAt)) / 1_000;
}
