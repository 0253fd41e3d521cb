import type { Edge } from "../stack/outline.ts";
import type { CheckResult, EventDataOf, HoldName, JobEvent, Outcome, ReadingKind } from "./event.ts";
import { routes, type RouteName, type StageName } from "./route.ts";

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
  screwsTaken: Record<string, number>;
  screwsReturned: Record<string, number>;
  settings: Partial<Record<StageName, Record<string, number>>>;
  timers: Timer[];
  stretches: Stretch[];
  checks: Partial<Record<StageName, Record<string, Check>>>;
  parts: (EventDataOf<"part-spent"> & Stamp)[];
  readings: { quantity: ReadingKind; stage: StageName; source: string; at: string; value: number }[];
  overrides: Partial<Record<HoldName, { reason: string } & Stamp>>;
  routeChanges: (EventDataOf<"route-changed"> & Stamp)[];
  held: ({ reason: string } & Stamp) | null;
  ended: ({ outcome: Outcome; note?: string } & Stamp) | null;
}

export const stepKey = (stage: StageName, step: string) => `${stage}:${step}`;

function emptyState(): JobState {
  return {
    route: "assembly",
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
    screwsTaken: {},
    screwsReturned: {},
    settings: {},
    timers: [],
    stretches: [],
    checks: {},
    parts: [],
    readings: [],
    overrides: {},
    routeChanges: [],
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

const counted = (counts: Record<string, number>, size: string, more: number) => ({
  ...counts,
  [size]: (counts[size] ?? 0) + more,
});

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
      break;
    case "stage-ended":
      state.endedStages = { ...state.endedStages, [event.stage]: stamp };
      state.present = null;
      state.timers = stopTimers(state.timers, event.at, (timer) => timer.stage === event.stage);
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
    case "connector-opened":
      state.connectorsOpen = [...state.connectorsOpen, event.data.connector];
      break;
    case "connector-closed":
      state.connectorsClosed = [...state.connectorsClosed, event.data.connector];
      break;
    case "screws-taken":
      state.screwsTaken = counted(state.screwsTaken, event.data.size, event.data.count);
      break;
    case "screws-returned":
      state.screwsReturned = counted(state.screwsReturned, event.data.size, event.data.count);
      break;
    case "setting-chosen":
      state.settings = {
        ...state.settings,
        [event.stage]: { ...state.settings[event.stage], ...event.data.settings },
      };
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
    case "function-checked": {
      const { function: checked, result, note } = event.data;
      const check: Check = { ...stamp, result, ...(note ? { note } : {}) };
      state.checks = { ...state.checks, [event.stage]: { ...state.checks[event.stage], [checked]: check } };
      break;
    }
    case "part-spent":
      state.parts = [...state.parts, { ...event.data, ...stamp }];
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
      state.overrides = { ...state.overrides, [event.data.hold]: { reason: event.data.reason, ...stamp } };
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
