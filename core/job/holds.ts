import { stillOut } from "../close/still-out.ts";
import { dryEdges } from "../clean/dry-edge.ts";
import { FRESH_S } from "../clean/fresh.ts";
import { isInsideWipe, isWipe, laysDown, shuts, wipeAgeS, wipeDraft } from "../clean/freshness.ts";
import { isOutOfDate, lastDayOf } from "../materials/lots.ts";
import { solventNamed } from "../materials/solvents.ts";
import { listed } from "../words.ts";
import type { EventDraft, HoldName } from "./event.ts";
import { stepKey } from "./fold.ts";
import { stages } from "./stages.ts";
import { wasHeated } from "./stages/clean.ts";
import { decisionOf } from "./stages/intake.ts";
import { thawLeftS } from "./stages/lift.ts";
import { DISCHARGE, dischargeLeftS } from "./stages/open.ts";
import { imbalance, returnsFor, screwLedger } from "../open/screw-ledger.ts";
import { checkStep, fillLengths, hasTouch, type StepContext } from "./step.ts";
import { proofPhoto } from "../prove/proof-photo.ts";
import { judgeInspection, tooManyIn } from "../prove/acceptance.ts";
import { jointCheck, jointFaults, jointOf } from "../rework/joint.ts";
import { stagesToReopen } from "./reopen.ts";
import { routes, stageTitles } from "./route.ts";

/** What stops an event: one sentence on what is missing, and what would lift it. */
export interface Hold {
  name: HoldName;
  sentence: string;
  /** Events any of which would bring the hold nearer to being lifted. */
  lifts: { label: string; draft: () => EventDraft }[];
  /** Whether a signed reason may stand in for what is missing. Where somebody could be hurt it may not. */
  overridable: boolean;
}

type HoldCheck = (context: StepContext, draft: EventDraft) => Hold | null;

const spendsPart = (draft: EventDraft) =>
  (draft.kind === "stage-started" && draft.stage === "fit") || draft.kind === "part-spent";

const jobHeld: HoldCheck = ({ state }, draft) =>
  state.held === null ||
  draft.kind === "job-released" ||
  draft.kind === "note-written" ||
  draft.kind === "undone"
    ? null
    : {
        name: "job-held",
        sentence: `The job is on hold: ${state.held.reason}`,
        lifts: [
          {
            label: "Release the hold",
            draft: () => ({ stage: draft.stage, kind: "job-released", data: {} }),
          },
        ],
        overridable: false,
      };

const stageOrder: HoldCheck = ({ state }, draft) => {
  if (draft.kind !== "stage-started" || draft.stage === state.upcoming) return null;
  const sentence = state.present
    ? `${stageTitles[state.present]} is not ended yet.`
    : state.upcoming
      ? `${stageTitles[state.upcoming]} comes next on this route.`
      : "Every stage of this route is over.";
  return { name: "stage-order", sentence, lifts: [], overridable: false };
};

const powerIsolated: HoldCheck = ({ state, family }, draft) => {
  const isPart = draft.kind === "step-done" && draft.stage === "open" && draft.data.step.startsWith("move-");
  if (draft.kind !== "connector-opened" && !isPart) return null;
  const power = family.power === "cell" ? "battery" : "power";
  if (state.powerIsolated === null) {
    return {
      name: "power-isolated",
      sentence: `The ${power} is not isolated: no connector and no part before it.`,
      lifts: [{ label: "Isolated", draft: () => ({ stage: "open", kind: "power-isolated", data: {} }) }],
      overridable: false,
    };
  }
  if (stepKey("open", "proved-dead") in state.stepsDone) return null;
  return {
    name: "power-isolated",
    sentence: `The ${power} is isolated, but nobody has proved it: press the power button. Is it dead?`,
    lifts: [
      { label: "Dead", draft: () => ({ stage: "open", kind: "step-done", data: { step: "proved-dead" } }) },
      { label: "Still alive", draft: () => ({ stage: "open", kind: "power-live", data: {} }) },
    ],
    overridable: false,
  };
};

/** Kinds of event that mean hands inside the device. */
const handsInside = new Set<EventDraft["kind"]>([
  "screws-taken",
  "connector-opened",
  "power-isolated",
  "stretch-cut",
]);

const mainsSafe: HoldCheck = (context, draft) => {
  const { state, family, nowMs } = context;
  if (family.power !== "mains") return null;
  const endsWait = draft.kind === "timer-stopped" && draft.data.timer === DISCHARGE;
  if (!endsWait && !handsInside.has(draft.kind)) return null;
  const steps = stages.open.steps(context);
  const step = (key: string) => steps.find((s) => s.key === key)!;
  const hold = (sentence: string, ...keys: string[]): Hold => ({
    name: "mains-safe",
    sentence,
    lifts: keys.map((key) => ({ label: step(key).press, draft: step(key).draft })),
    overridable: false,
  });
  const left = dischargeLeftS(state, family, nowMs);
  if (!step("power-off").done) return hold("Nobody has said that it is unplugged.", "power-off");
  if (endsWait) {
    return left === 0 ? null : hold(`The capacitors need ${Math.ceil(left!)} s more. Nothing shortens that.`);
  }
  if (!step(DISCHARGE).done) {
    return hold("The capacitors have not had their time yet: hundreds of volts may be left.", DISCHARGE);
  }
  return step("licence").done
    ? null
    : hold("Mains work is licensed work where the law says so: confirm before hands go in.", "licence");
};

/** What goes out to the customer, or out of the intake, rests on a route that is still possible. */
const restsOnRoute = (draft: EventDraft) =>
  draft.stage === "intake" &&
  (draft.kind === "stage-ended" ||
    draft.kind === "quoted" ||
    (draft.kind === "step-done" && draft.data.step === "risk"));

const routePossible: HoldCheck = (context, draft) => {
  if (!restsOnRoute(draft)) return null;
  const { state } = context;
  const { possible, ruledOut, verdict } = decisionOf(context);
  if (possible.includes(state.route)) return null;
  const because = ruledOut.find(({ route }) => route === state.route)?.because ?? verdict ?? "";
  return {
    name: "route-possible",
    sentence: `${routes[state.route].title} does not mend this. ${because}`,
    lifts:
      possible.length > 0
        ? possible.map((to) => ({
            label: `Go over to: ${routes[to].title.toLowerCase()}`,
            draft: (): EventDraft => ({
              stage: "intake",
              kind: "route-changed",
              data: { from: state.route, to, reason: because },
            }),
          }))
        : [
            {
              label: "End it: connection seated",
              draft: (): EventDraft => ({
                stage: "intake",
                kind: "job-ended",
                data: { outcome: "connection seated" },
              }),
            },
          ],
    overridable: true,
  };
};

const dryBeforePower: HoldCheck = ({ state, nowMs }, draft) => {
  if (draft.kind !== "function-checked" || draft.stage !== "lift" || draft.data.result === "not-fitted")
    return null;
  const left = thawLeftS(state, nowMs);
  if (left === 0) return null;
  return {
    name: "dry-before-power",
    sentence:
      left === null
        ? "It comes out of the cold and has not thawed: no power before it is dry."
        : `Thawing: ${Math.ceil(left)} s until nothing settles on it any more. No power before.`,
    lifts: [],
    overridable: true,
  };
};

/** Outcomes that may end a job before it is closed. */
const endsEarly = (draft: EventDraft) =>
  draft.kind === "job-ended" && ["given up", "connection seated"].includes(draft.data.outcome);

const stepsLeft: HoldCheck = (context, draft) => {
  if (draft.kind !== "stage-ended" && draft.kind !== "job-ended") return null;
  if (endsEarly(draft)) return null;
  const left = stages[draft.stage]
    .steps(context)
    .filter((step) => !step.done && !step.skipped && !step.optional);
  return left.length === 0
    ? null
    : {
        name: "steps-left",
        sentence: `${left.length} ${left.length === 1 ? "step is" : "steps are"} left in ${stageTitles[draft.stage].toLowerCase()}, first: ${fillLengths(left[0]!)}`,
        lifts: [{ label: left[0]!.press, draft: left[0]!.draft }],
        overridable: true,
      };
};

const checkedAfterLift: HoldCheck = (context, draft) => {
  const { state, family } = context;
  if (!spendsPart(draft) || !routes[state.route].stages.includes("lift")) return null;
  const asked = hasTouch(family) ? ["picture", "touch"] : ["picture"];
  const checks = state.checks.lift ?? {};
  const missing = asked.filter((key) => checks[key] === undefined);
  const failed = asked.filter((key) => checks[key]?.result === "fail");
  const nameOf = (key: string) => family.functions.find((f) => f.key === key)!.name;
  if (missing.length === 0 && failed.length === 0) return null;
  return {
    name: "checked-after-lift",
    sentence: missing.length
      ? `Check ${missing.join(" and ")} after the lift before a new part is spent.`
      : `${failed.map(nameOf).join(" and ")} failed after the lift: change the route before a new part is spent.`,
    lifts: missing.length
      ? (() => {
          const step = checkStep(context, "lift", missing[0]!);
          return [
            { label: `${nameOf(missing[0]!)}: pass`, draft: step.draft },
            ...step.alternatives!.map((alternative) => ({
              ...alternative,
              label: `${nameOf(missing[0]!)}: ${alternative.label.toLowerCase()}`,
            })),
          ];
        })()
      : [
          {
            label: "Go over to the whole assembly",
            draft: () => ({
              stage: draft.stage,
              kind: "route-changed",
              data: {
                from: state.route,
                to: "assembly",
                reason: `${failed.map(nameOf).join(" and ")} failed after the lift`,
              },
            }),
          },
        ],
    overridable: true,
  };
};

/** Vapour and what is hot must not meet: whatever heated this job is off and cold before anything that burns is opened. */
const noHotTool: HoldCheck = (context, draft) => {
  const { state } = context;
  const wipes =
    draft.stage === "clean" &&
    (draft.kind === "residue-cleared" || (draft.kind === "step-done" && draft.data.step === "wipe"));
  if (!wipes || !wasHeated(context) || stepKey("clean", "cold") in state.stepsDone) return null;
  if (state.solvent && solventNamed(state.solvent.solvent)?.flashC === null) return null;
  return {
    name: "no-hot-tool",
    sentence:
      "What heated this panel has not been put out: no solvent before it is off, cold and out of reach.",
    lifts: [
      {
        label: "Off and cold",
        draft: () => ({ stage: "clean", kind: "step-done", data: { step: "cold" } }),
      },
    ],
    overridable: false,
  };
};

/** Stages in which solvent is about, with the step that brings it out. */
const wetSteps = { lift: "peel", clean: "wipe" } as const;

const driverEdgeDry: HoldCheck = ({ state, family }, draft) => {
  if (draft.kind !== "function-checked" || !(draft.stage === "lift" || draft.stage === "clean")) return null;
  const { stage } = draft;
  const edges = dryEdges(family);
  const wasWet = stepKey(stage, wetSteps[stage]) in state.stepsDone;
  if (edges.length === 0 || !wasWet || stepKey(stage, "edge-dry") in state.stepsDone) return null;
  return {
    name: "driver-edge-dry",
    sentence: `Nobody has seen that the ${edges.map(({ edge, label }) => `${edge} edge (${label})`).join(" and the ")} is dry: no power before that.`,
    lifts: [{ label: "Dry", draft: () => ({ stage, kind: "step-done", data: { step: "edge-dry" } }) }],
    overridable: true,
  };
};

const freshlyWiped: HoldCheck = ({ state, nowMs }, draft) => {
  const isShutting = shuts(draft);
  if (!isShutting && !laysDown(draft)) return null;
  const age = wipeAgeS(state, nowMs, isShutting ? isInsideWipe : isWipe);
  if (age !== null && age <= FRESH_S) return null;
  return {
    name: "freshly-wiped",
    sentence:
      age === null
        ? "Nobody has wiped it for the last time: dust would be shut in."
        : `The last wipe was ${Math.round(age / 60)} min ago, longer than ${FRESH_S / 60}: dust would be shut in.`,
    lifts: [{ label: "Wiped", draft: () => wipeDraft(state, isShutting ? "close" : "bond") }],
    overridable: true,
  };
};

/** A lot that is past its date is not spent without a signed reason. */
const lotInDate: HoldCheck = ({ state, nowMs }, draft) => {
  if (draft.kind !== "part-spent" && draft.kind !== "solvent-chosen" && draft.kind !== "film-taken")
    return null;
  const told = Object.values(state.lots).find(({ lot }) => lot === draft.data.lot);
  if (!told || !isOutOfDate(told, nowMs)) return null;
  return {
    name: "lot-in-date",
    sentence: `Lot ${told.lot} (${told.material}) was good until ${lastDayOf(told)}: choose another lot, or sign for this one.`,
    lifts: [],
    overridable: true,
  };
};

/** A joint that is soldered askew is not mended by probing it. */
const pinsHome: HoldCheck = ({ state, family }, draft) => {
  const solders = draft.stage === "rework" && draft.kind === "step-done" && draft.data.step === "solder";
  if (!solders || stepKey("rework", "align") in state.stepsDone) return null;
  const { pins, name } = jointOf(family);
  return {
    name: "pins-home",
    sentence:
      pins > 0
        ? `Nobody has seen the ${pins} locating pins of the ${name} home: no solder before that.`
        : `Nobody has seen the ${name} in line: no solder before that.`,
    lifts: [
      {
        label: pins > 0 ? "Pins home" : "In line",
        draft: () => ({ stage: "rework", kind: "step-done", data: { step: "align" } }),
      },
    ],
    overridable: true,
  };
};

/** A joint goes on only where every pair was probed and does as it should. */
const jointSound: HoldCheck = ({ state, family }, draft) => {
  if (draft.stage !== "rework" || draft.kind !== "stage-ended") return null;
  const check = jointCheck(state, family);
  const faults = jointFaults(check);
  const { untested, contradictions } = check;
  if (!faults && untested.length === 0 && contradictions.length === 0) return null;
  return {
    name: "joint-sound",
    sentence: faults
      ? `The joint is not sound: ${faults}.`
      : untested.length > 0
        ? `${untested.length} ${untested.length === 1 ? "pair is" : "pairs are"} not probed yet.`
        : "Two readings of the joint contradict each other.",
    lifts: [],
    overridable: true,
  };
};

const provedBeforeClose: HoldCheck = (context, draft) => {
  const { state, family } = context;
  if (draft.kind !== "stage-started" || draft.stage !== "close") return null;
  const checks = state.checks.prove ?? {};
  const missing = family.functions.filter((f) => checks[f.key] === undefined);
  const failed = family.functions.filter((f) => checks[f.key]?.result === "fail");
  if (missing.length === 0 && failed.length === 0) return null;
  const first = (missing[0] ?? failed[0])!;
  return {
    name: "proved-before-close",
    sentence: missing.length
      ? `Not proved yet: ${missing.map((f) => f.name.toLowerCase()).join(", ")}.`
      : `Failed at the proof: ${failed.map((f) => f.name.toLowerCase()).join(", ")}. Mend it and check again before closing.`,
    lifts: [{ label: `${first.name}: pass`, draft: checkStep(context, "prove", first.key).draft }],
    overridable: true,
  };
};

/** What a photo showed under the glass, and the shop does not let pass, is not shut in. */
const clearBeforeClose: HoldCheck = ({ state, family }, draft) => {
  if (draft.kind !== "stage-started" || draft.stage !== "close") return null;
  const last = proofPhoto(state);
  const tooMany = last ? tooManyIn(judgeInspection(family, last)) : "";
  if (!tooMany) return null;
  const reason = `Under the glass: ${tooMany}`;
  return {
    name: "clear-before-close",
    sentence: `The last photo does not pass: too many ${tooMany}. Send it back, or look again.`,
    lifts: (routes[state.route].stages.includes("clean")
      ? (["clean", "lift"] as const)
      : (["fit"] as const)
    ).map((to) => ({
      label: `Back to ${stageTitles[to].toLowerCase()}`,
      draft: () => ({ stage: "prove", kind: "sent-back", data: { to, reason } }),
    })),
    overridable: true,
  };
};

/** What belongs inside is inside before it is shut. */
const nothingLeftOut: HoldCheck = (context, draft) => {
  if (!shuts(draft)) return null;
  const out = stillOut(context.family, context.state).filter(({ isInside }) => isInside);
  if (out.length === 0) return null;
  const first = stages.close.steps(context).find((step) => !step.done && !step.skipped);
  return {
    name: "nothing-left-out",
    sentence: `Still out: ${listed(out.map(({ name, count, kind }) => (kind === "liner" ? `${count} ${name}` : name)))}. It belongs inside before it is shut.`,
    lifts: first ? [{ label: first.press, draft: first.draft }] : [],
    overridable: true,
  };
};

/** A device that fails once it is shut does not go out. */
const provedShut: HoldCheck = ({ state, family }, draft) => {
  if (draft.kind !== "job-ended" || endsEarly(draft)) return null;
  const failed = family.functions.filter(({ key }) => state.checks.close?.[key]?.result === "fail");
  if (failed.length === 0) return null;
  const names = listed(failed.map(({ name }) => name.toLowerCase()));
  return {
    name: "proved-shut",
    sentence: `It is shut, and fails: ${names}. Open it again.`,
    lifts: stagesToReopen(state).includes("open")
      ? [
          {
            label: "Open it again",
            draft: () => ({
              stage: draft.stage,
              kind: "sent-back",
              data: { to: "open", reason: `Failed once it was shut: ${names}` },
            }),
          },
        ]
      : [],
    overridable: true,
  };
};

const screwsReconciled: HoldCheck = ({ state, family }, draft) => {
  if (draft.kind !== "job-ended" && !(draft.kind === "stage-ended" && draft.stage === "close")) return null;
  if (draft.kind === "job-ended" && draft.data.outcome === "given up") return null;
  const ledger = screwLedger(family, state.screwMoves);
  const wrong = imbalance(ledger);
  if (!wrong) return null;
  const back = family.screws.flatMap((size) => returnsFor(ledger, size.key))[0];
  const missing = ledger.cells.find((c) => c.screw === "missing");
  const lift = (label: string, draftOf: EventDraft) => ({ label, draft: () => draftOf });
  return {
    name: "screws-reconciled",
    sentence: `The screws do not add up: ${wrong}.`,
    lifts: [
      ...(back
        ? [
            lift(`Screw ${back.cell} back`, {
              stage: "close",
              kind: "screws-returned",
              data: { screws: [back] },
            }),
          ]
        : []),
      ...(missing
        ? [
            lift(`Screw ${missing.cell} found`, {
              stage: "close",
              kind: "screw-found",
              data: { cell: missing.cell, from: "bench" },
            }),
          ]
        : []),
    ],
    overridable: true,
  };
};

const holdChecks: readonly HoldCheck[] = [
  jobHeld,
  stageOrder,
  mainsSafe,
  powerIsolated,
  screwsReconciled,
  nothingLeftOut,
  pinsHome,
  jointSound,
  provedShut,
  stepsLeft,
  routePossible,
  dryBeforePower,
  noHotTool,
  driverEdgeDry,
  checkedAfterLift,
  freshlyWiped,
  lotInDate,
  provedBeforeClose,
  clearBeforeClose,
];

/** The first hold that stands in the way of this event, or null. A signed override lifts the holds that allow one. */
export function holdOn(context: StepContext, draft: EventDraft): Hold | null {
  for (const check of holdChecks) {
    const hold = check(context, draft);
    if (hold && !(hold.overridable && context.state.overrides[hold.name])) return hold;
  }
  return null;
}
