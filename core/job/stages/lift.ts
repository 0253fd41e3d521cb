import { dryEdges } from "../../clean/dry-edge.ts";
import {
  calculateLiftHeat,
  chooseSoakS,
  isHeated,
  keptMethod,
  longestSoakS,
  methodNumbers,
  seamOf,
  usualSettings,
  type LiftHeatSettings,
} from "../../heat/lift-heat.ts";
import { fitFor, withBench, type BenchFits } from "../../heat/bench-fit.ts";
import { soakAgainS, soakAsItIs, soaksOf } from "../../heat/glue-line.ts";
import { methodOf } from "../../heat/heat-methods.ts";
import { chosenPlan, isCut, speedOf } from "../../lift/lift-plan.ts";
import type { PaceName } from "../../lift/cut-pace.ts";
import { ENTRY_GAP_MM, type EdgePlan, type EdgeSegment } from "../../lift/edge-plan.ts";
import type { Family, Seam } from "../../stack/family.ts";
import { drynessStep, tiltStep } from "./clean.ts";
import type { EventDraft, SettingsDraft } from "../event.ts";
import { secondsLeft, type JobState, type Timer } from "../fold.ts";
import {
  checkStep,
  confirmStep,
  hasTouch,
  timerStep,
  type Stage,
  type Step,
  type StepContext,
} from "../step.ts";

/** A panel that never dries in this air is looked at again after so long, s. */
const LONGEST_THAW_S = 86_400;
const THAW = "thaw";
/** What stands on the timer where nothing is ready to be cut, s. */
const NO_WINDOW_S = 1;

/**
 * The heat that is chosen for a lift, with the window that was reckoned for it (0 where there is none) and, after cold, the time
 * until it is dry.
 */
export const heatDraft = (
  heat: LiftHeatSettings,
  speedMmS: number,
  windowS: number | null,
  thawing: { relativeHumidityPct: number; dryAfterS: number | null } | null = null,
): SettingsDraft => ({
  stage: "lift",
  kind: "setting-chosen",
  data: {
    method: heat.method.kind,
    settings: {
      ...methodNumbers(heat.method),
      soakS: heat.soakS,
      roomC: heat.roomC,
      airFilmWm2K: heat.airFilmWm2K,
      speedMmS,
      windowS: windowS ?? 0,
      ...(thawing
        ? {
            relativeHumidityPct: thawing.relativeHumidityPct,
            thawS: Math.ceil(thawing.dryAfterS ?? LONGEST_THAW_S),
          }
        : {}),
    },
  },
});

const usualDrafts = new WeakMap<Family, Map<string, SettingsDraft>>();

/** The usual settings of a seam as a draft, reckoned with what this bench has measured. Kept for the family object: the search for a soak takes some time. */
export function usualLiftDraft(family: Family, seam: Seam, fits: BenchFits = {}): SettingsDraft {
  const usual = withBench(usualSettings(seam), fits);
  const name = `${seam.route} ${fitFor(usual.method.kind, fits)?.id ?? "as assumed"}`;
  const kept = usualDrafts.get(family)?.get(name);
  if (kept) return kept;
  const heat = { ...usual, soakS: chooseSoakS(family, seam, usual) ?? longestSoakS(usual.method) };
  const draft = heatDraft(heat, speedOf(seam), calculateLiftHeat(family, seam, heat).windowS);
  usualDrafts.set(family, (usualDrafts.get(family) ?? new Map<string, SettingsDraft>()).set(name, draft));
  return draft;
}

function describeSegment({ edge, fromMm, toMm, maxDepthMm, tool, pace, order }: EdgeSegment, plan: EdgePlan) {
  const along = `${edge} edge from {0} to {1}`;
  const { wire } = plan;
  const gap = wire?.entryGapMm ?? ENTRY_GAP_MM;
  if (tool === "wire") {
    return {
      ask:
        order === 1
          ? `Open the ${plan.startCorner} corner {2} deep with a blade, wire in. Draw this end along the ${along}; the other end stands.`
          : `Wire: this end along the ${along}; the other end stands.`,
      lengthsMm: [fromMm, toMm, gap],
    };
  }
  const means = {
    "blade, then card": "Blade in {3}, no more; then a card. ",
    card: "",
    pick: "With a pick. ",
  }[tool];
  const helped =
    pace === "thick with alcohol"
      ? "A few drops of alcohol on the edge and on the pick, away from the heat. "
      : "";
  return {
    ask: `${helped}${means}Cut the ${along}, no deeper than {2}. Leave a pick behind.`,
    lengthsMm: [fromMm, toMm, maxDepthMm, gap],
  };
}

/** What the hand can find out at a stretch: its glue is thicker than was thought, or alcohol helps. */
function paceAlternatives({ edge, fromMm, toMm, pace, tool }: EdgeSegment): Step["alternatives"] {
  if (tool === "wire") return [];
  const mark = (label: string, next: PaceName) => ({
    label,
    draft: (): EventDraft => ({
      stage: "lift",
      kind: "pace-marked",
      data: { edge, fromMm: Math.min(fromMm, toMm), toMm: Math.max(fromMm, toMm), pace: next },
    }),
  });
  if (pace === "thin") return [mark("Thick glue here", "thick")];
  return pace === "thick"
    ? [mark("Alcohol on it", "thick with alcohol"), mark("Thin after all", "thin")]
    : [mark("Thin after all", "thin")];
}

const segmentDraft = ({ edge, fromMm, toMm }: EdgeSegment): EventDraft => ({
  stage: "lift",
  kind: "stretch-cut",
  data: { edge, fromMm, toMm },
});

const newest = (timers: readonly Timer[], prefix: string) =>
  timers.filter((t) => t.timer.startsWith(prefix)).at(-1);

/** Soak, off the heat, cut what this window allows, back onto the heat, until every stretch is open. */
function heatedCuts(context: StepContext, seam: Seam & { plateC: number; speedMmS: number }): Step[] {
  const { state, family, nowMs } = context;
  const settings = state.settings.lift;
  const info = methodOf(state.heatMethod);
  const choose: Step = {
    key: "heat",
    ask: "Choose how to warm it, how hot and how long.",
    press: "Use these settings",
    done: settings?.windowS !== undefined,
    draft: () => usualLiftDraft(family, seam),
  };
  const plan = chosenPlan(state, family, seam);
  if (!settings || !plan) {
    return [
      settings
        ? {
            ...choose,
            done: false,
            ask: "These settings leave no time to cut: choose another setting or a longer soak.",
          }
        : choose,
    ];
  }
  const segments = plan.segments.map((segment): Step => ({
    key: `cut-${segment.order}`,
    ...describeSegment(segment, plan),
    press: `Cut ${segment.order} of ${plan.segments.length}`,
    done: isCut(segment, state.stretches),
    ...(segment.pace === "thick with alcohol" ? { caution: "solvent" as const } : {}),
    draft: () => segmentDraft(segment),
  }));
  const firstLeft = segments.findIndex((step) => !step.done);
  // Only the hand that is at a stretch can tell what its glue is like.
  if (firstLeft >= 0) segments[firstLeft]!.alternatives = paceAlternatives(plan.segments[firstLeft]!);
  const soak = newest(state.timers, "soak-");
  const cutting = newest(state.timers, "window-");
  const cycle = state.timers.filter((t) => t.timer.startsWith("soak-")).length;
  if (firstLeft < 0) {
    return [{ ...choose, done: true }, ...segments];
  }
  const chosenHeat = (): LiftHeatSettings => {
    const usual = usualSettings(seam, state.heatMethod);
    return {
      method: keptMethod(seam, state.heatMethod, settings),
      soakS: settings.soakS ?? 60,
      roomC: settings.roomC ?? usual.roomC,
      airFilmWm2K: settings.airFilmWm2K ?? usual.airFilmWm2K,
    };
  };
  // The first time as chosen; after that as long as the warmth that is left asks for.
  const soakS = () =>
    cycle === 0
      ? (settings.soakS ?? 60)
      : soakAgainS(family, seam, chosenHeat(), settings.windowS ?? 0, soaksOf(state.timers), nowMs);
  // As reckoned where the soak had its time; what it is worth where it is taken off early.
  const windowS = (running: Timer) => {
    if (info.staysOn || secondsLeft(running, nowMs) <= 0) return settings.windowS!;
    const soaks = soaksOf(state.timers).map((one) => ({ ...one, stoppedMs: one.stoppedMs ?? nowMs }));
    const left = soakAsItIs(family, seam, chosenHeat(), soaks, 0).windowS ?? 0;
    return Math.max(NO_WINDOW_S, Math.min(settings.windowS!, left));
  };
  const toHeat = (ask: string, more: Pick<Step, "startsItself"> = {}): Step => ({
    ...more,
    key: `soak-${cycle + 1}`,
    ask,
    press: "Start the soak",
    done: false,
    caution: info.cautions[0],
    draft: () => ({
      stage: "lift",
      kind: "timer-started",
      data: {
        timer: `soak-${cycle + 1}`,
        label: `Soak ${cycle + 1}`,
        durationS: soakS(),
        ...(cutting && cutting.stoppedAt === null ? { stops: cutting.timer } : {}),
      },
    }),
  });
  let heat: Step | null = null;
  if (soak && soak.stoppedAt === null) {
    const left = secondsLeft(soak, nowMs);
    heat = {
      key: "off-heat",
      ask:
        left > 0
          ? `${cycle === 1 ? info.title : info.back}. Card and picks ready, flexes in mind.`
          : `Ready: ${info.off.toLowerCase()} and cut.`,
      press: left > 0 ? `${info.off} early` : info.off,
      done: false,
      timer: soak.timer,
      draft: () => ({
        stage: "lift",
        kind: "timer-started",
        data: {
          timer: `window-${cycle}`,
          label: "Window to cut",
          durationS: windowS(soak),
          stops: soak.timer,
        },
      }),
    };
  } else if (!cutting || cutting.stoppedAt !== null) {
    heat = toHeat(cycle === 0 ? info.on : `${info.back}.`);
  } else {
    const pass = plan.segments[firstLeft]!.pass;
    const cutInWindow = state.stretches.filter((s) => s.at >= cutting.startedAt);
    const begun = plan.segments.find((segment) => isCut(segment, cutInWindow));
    // What stays on the heat while it is cut has no window that could end.
    if (!info.staysOn && secondsLeft(cutting, nowMs) <= 0)
      heat = toHeat(`The window is over: picks parked, ${info.back.toLowerCase()}.`, {
        startsItself: {
          name: `soak-${cycle + 1} after ${cutting.startedAt}`,
          atMs: Date.parse(cutting.startedAt) + cutting.durationS * 1_000,
        },
      });
    else if (begun && begun.pass !== pass)
      heat = toHeat(`This window is used: picks parked, ${info.back.toLowerCase()}.`);
    else {
      const step = segments[firstLeft]!;
      step.alternatives = [{ label: info.back, draft: toHeat("").draft }, ...step.alternatives!];
    }
  }
  return [
    { ...choose, done: true },
    ...segments.slice(0, firstLeft),
    ...(heat ? [heat] : []),
    ...segments.slice(firstLeft),
  ];
}

/** What comes out of the cold is left alone until nothing settles on it any more. */
function thawSteps(context: StepContext): Step[] {
  const { state } = context;
  if (!methodOf(state.heatMethod).isCold) return [];
  const durationS = Math.max(1, state.settings.lift?.thawS ?? LONGEST_THAW_S);
  return [
    timerStep(
      context,
      "lift",
      { key: THAW, label: "Thaw", durationS },
      {
        ask: "Stand it up to thaw. No power before it is dry.",
        start: "Start the thaw",
        wait: "Thawing. Wipe nothing, power nothing.",
        stop: "Dry",
      },
      { caution: "cold" },
    ),
  ];
}

/** Seconds of thaw that are still wanted before power; 0 where nothing was frozen or it is dry. Null before it was begun. */
export function thawLeftS(state: JobState, nowMs: number): number | null {
  const wasFrozen =
    methodOf(state.heatMethod).isCold && state.timers.some((t) => t.timer.startsWith("soak-"));
  if (!wasFrozen) return 0;
  const last = state.timers.filter((timer) => timer.timer === THAW).at(-1);
  if (!last) return null;
  return Math.max(0, secondsLeft(last, last.stoppedAt === null ? nowMs : Date.parse(last.stoppedAt)));
}

function peel(context: StepContext): Step[] {
  const edges = dryEdges(context.family);
  return [
    ...tiltStep(context, "lift", edges),
    confirmStep(
      context,
      "lift",
      "corner",
      "Start one corner of the film with a blade held flat or with warm air.",
      "Corner up",
      {
        caution: "film",
      },
    ),
    confirmStep(
      context,
      "lift",
      "peel",
      "Peel a few centimetres, wet the line, peel, wet again. Nothing may run to a driver edge.",
      "Film off",
      { caution: "solvent" },
    ),
    ...drynessStep(context, "lift", edges),
  ];
}

export const lift: Stage = {
  name: "lift",
  question: "How long on the heat, and where to cut?",
  steps: (context) => {
    const { family, state } = context;
    const seam = seamOf(family, state.route);
    const isolated = confirmStep(
      context,
      "lift",
      "bare",
      "Cell out of the way, liners and tape off, flexes known.",
      "Bare and clear",
      { caution: "glass" },
    );
    return [
      isolated,
      ...(isHeated(seam) ? heatedCuts(context, seam) : peel(context)),
      ...(isHeated(seam)
        ? [
            confirmStep(
              context,
              "lift",
              "parted",
              "Open the glass about the hinge edge. Small shards twist out; never lift one end of a shard.",
              "Parted",
              { caution: "glass" },
            ),
            ...thawSteps(context),
          ]
        : []),
      checkStep(context, "lift", "picture", { optional: true }),
      ...(hasTouch(family) ? [checkStep(context, "lift", "touch", { optional: true })] : []),
    ];
  },
};
