import { stepKey, type JobState } from "./fold.ts";
import { routes, stageNames, type StageName } from "./route.ts";

const hasScrewsBack = ({ screwMoves }: JobState): boolean =>
  screwMoves.some(({ kind }) => kind === "returned" || kind === "counted back");

/** Whether something is back in place already, so that hands get to the panel only by opening it again. */
const isClosing = (state: JobState): boolean =>
  state.connectorsClosed.length > 0 ||
  stepKey("close", "join-power") in state.stepsDone ||
  hasScrewsBack(state);

/** Stages that the work can be sent back to, in their order: those before the one at hand; once it is being shut, only the opening. */
export function stagesToReopen(state: JobState): StageName[] {
  const onRoute = routes[state.route].stages;
  const at = state.present ?? state.upcoming;
  if (!at || state.ended) return [];
  const before = onRoute.slice(onRoute.indexOf("open"), Math.max(0, onRoute.indexOf(at)));
  return isClosing(state) ? before.filter((stage) => stage === "open") : before;
}

/** The state once a stage and all after it are open again: nothing that was done in them stands; what was spent stays spent. */
export function reopenStages(state: JobState, to: StageName): Partial<JobState> {
  const reopened = new Set<StageName>(stageNames.slice(stageNames.indexOf(to)));
  /** Of what is kept under a stage's name, or under a name that begins with it, what does not go. */
  const outside = <Kept extends object>(record: Kept): Kept =>
    Object.fromEntries(
      Object.entries(record).filter(([name]) => !reopened.has(name.split(":")[0] as StageName)),
    ) as Kept;
  const stays = ({ stage }: { stage: StageName }) => !reopened.has(stage);
  const goes = ({ stage }: { stage: StageName }) => reopened.has(stage);
  const isOpenedAgain = reopened.has("open");
  const { before } = state;
  return {
    started: outside(state.started),
    endedStages: outside(state.endedStages),
    present: null,
    stepsDone: outside(state.stepsDone),
    stepsSkipped: outside(state.stepsSkipped),
    checks: outside(state.checks),
    timers: state.timers.filter(stays),
    readings: state.readings.filter(stays),
    parts: state.parts.filter(stays),
    filmsTaken: reopened.has("fit") ? [] : state.filmsTaken,
    inspections: state.inspections.filter(stays),
    before: {
      parts: [...before.parts, ...state.parts.filter(goes)],
      filmsTaken: [...before.filmsTaken, ...(reopened.has("fit") ? state.filmsTaken : [])],
      inspections: [...before.inspections, ...state.inspections.filter(goes)],
    },
    ...(reopened.has("lift") ? { stretches: [], paces: [] } : {}),
    ...(reopened.has("bond") ? { bubbles: [] } : {}),
    ...(reopened.has("rework") ? { profile: null, probes: [] } : {}),
    panelTests: {},
    linersCounted: null,
    told: null,
    // A signature covers what stood when it was given.
    overrides: {},
    ...(isOpenedAgain
      ? {
          powerIsolated: null,
          connectorsOpen: state.connectorsOpen.filter((key) => !state.connectorsClosed.includes(key)),
          connectorsClosed: [],
          // Every screw that came out is back in, or none is.
          screwMoves: hasScrewsBack(state) ? [] : state.screwMoves,
        }
      : {}),
  };
}
