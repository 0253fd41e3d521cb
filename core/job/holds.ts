import type { EventDraft, HoldName } from "./event.ts";
import { stages } from "./stages.ts";
import { checkStep, fillLengths, hasTouch, type StepContext } from "./step.ts";
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

const powerIsolated: HoldCheck = ({ state, family }, draft) =>
  draft.kind !== "connector-opened" || state.powerIsolated !== null
    ? null
    : {
        name: "power-isolated",
        sentence:
          family.power === "cell"
            ? "The battery is not isolated: no connector before it."
            : "The power is not isolated: no connector before it.",
        lifts: [{ label: "Isolated", draft: () => ({ stage: "open", kind: "power-isolated", data: {} }) }],
        overridable: false,
      };

const stepsLeft: HoldCheck = (context, draft) => {
  if (draft.kind !== "stage-ended" && draft.kind !== "job-ended") return null;
  if (draft.kind === "job-ended" && draft.data.outcome === "given up") return null;
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

const screwsReconciled: HoldCheck = ({ state, family }, draft) => {
  if (draft.kind !== "job-ended" && !(draft.kind === "stage-ended" && draft.stage === "close")) return null;
  if (draft.kind === "job-ended" && draft.data.outcome === "given up") return null;
  const differing = family.screws.flatMap((size) => {
    const taken = state.screwsTaken[size.key] ?? 0;
    const returned = state.screwsReturned[size.key] ?? 0;
    const name = `${size.thread} × ${size.lengthMm} mm`;
    if (taken === returned) return [];
    return [
      taken > returned
        ? `${taken - returned} of ${name} still out`
        : `${returned - taken} of ${name} too many back`,
    ];
  });
  const out = family.screws.find((s) => (state.screwsTaken[s.key] ?? 0) > (state.screwsReturned[s.key] ?? 0));
  return differing.length === 0
    ? null
    : {
        name: "screws-reconciled",
        sentence: `The screws do not add up: ${differing.join("; ")}.`,
        lifts: out
          ? [
              {
                label: "One back",
                draft: () => ({ stage: "close", kind: "screws-returned", data: { size: out.key, count: 1 } }),
              },
            ]
          : [],
        overridable: true,
      };
};

const holdChecks: readonly HoldCheck[] = [
  jobHeld,
  stageOrder,
  powerIsolated,
  screwsReconciled,
  stepsLeft,
  checkedAfterLift,
  provedBeforeClose,
];

/** The first hold that stands in the way of this event, or null. A signed override lifts the holds that allow one. */
export function holdOn(context: StepContext, draft: EventDraft): Hold | null {
  for (const check of holdChecks) {
    const hold = check(context, draft);
    if (hold && !(hold.overridable && context.state.overrides[hold.name])) return hold;
  }
  return null;
}
