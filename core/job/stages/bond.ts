import { FRESH_S, isWipe, wipeAgeS, wipeDraft } from "../../clean/freshness.ts";
import { calculateAdhesiveDose, type AdhesiveDoseInput } from "../../bond/adhesive-dose.ts";
import { bondDose, bondDoseInput } from "../../bond/bond-dose.ts";
import { loweringOf } from "../../bond/lowering.ts";
import { FIRST_STRIP_MM, layingPlan } from "../../film/laying.ts";
import type { SettingsDraft } from "../event.ts";
import { stepKey } from "../fold.ts";
import { routes } from "../route.ts";
import { confirmStep, timerStep, type Stage, type Step, type StepContext } from "../step.ts";

/** Millilitres as a syringe is read. */
export const roundMl = (ml: number) => Number(ml.toPrecision(3));

/** The bond line and dose that are chosen, the dose as a syringe is read. */
export const doseDraft = (input: AdhesiveDoseInput): SettingsDraft => {
  const { gapUm, overflowPct, shrinkPct, densityGcm3 } = input;
  const volumeMl = roundMl(calculateAdhesiveDose(input).volumeMl);
  return {
    stage: "bond",
    kind: "setting-chosen",
    data: { settings: { gapUm, overflowPct, shrinkPct, densityGcm3, volumeMl } },
  };
};

function liquid(context: StepContext): Step[] {
  const { family, state } = context;
  const chosen = state.settings.bond;
  const volumeMl = () => roundMl(bondDose(family, chosen).volumeMl);
  const lowering = loweringOf(family);
  return [
    {
      key: "dose",
      ask: "Choose the bond line and the dose.",
      press: "Use this dose",
      done: chosen?.volumeMl !== undefined,
      draft: () => doseDraft(bondDoseInput(family, chosen)),
    },
    {
      key: "lay",
      ask: `Lay ${chosen?.volumeMl ?? volumeMl()} ml on the panel, clear of camera and sensor windows.`,
      press: "Laid",
      done: state.parts.some((part) => part.unit === "ml"),
      caution: "adhesive",
      draft: () => ({
        stage: "bond",
        kind: "part-spent",
        data: { part: "liquid optical adhesive", quantity: chosen?.volumeMl ?? volumeMl(), unit: "ml" },
      }),
    },
    timerStep(
      context,
      "bond",
      { key: "lower", label: "Lower", durationS: Math.max(1, Math.ceil(lowering.lowerS)) },
      {
        ask: `Set the glass down along the ${lowering.first} edge, the far edge open. Start, and lower it with the line.`,
        start: "Lower it",
        wait: `Lower with the line, towards the ${lowering.towards} edge. Where the front runs ahead or stops, wait.`,
        stop: "Down, no air",
      },
    ),
    confirmStep(context, "bond", "align", "Border equal all round: half a millimetre is seen.", "Aligned"),
  ];
}

const tape = (context: StepContext): Step[] => [
  confirmStep(
    context,
    "bond",
    "tape",
    "Perimeter tape on the frame, not on the picture. Rub it down.",
    "Tape down",
  ),
  confirmStep(
    context,
    "bond",
    "liner",
    "All liners off but one edge's: that one stays until last.",
    "One liner left",
  ),
  confirmStep(context, "bond", "dust", "Blow the panel clear; look along it in side light.", "No dust"),
  confirmStep(
    context,
    "bond",
    "close-glass",
    "Close from the hinge edge, pull the last liner, squeeze all round.",
    "Stuck",
  ),
];

function film(context: StepContext): Step[] {
  const { first, towards, people } = layingPlan(context.family);
  return [
    {
      ...confirmStep(
        context,
        "bond",
        "first-edge",
        `${people === 2 ? "Two people, one at each end. " : ""}Turn back {0} of liner at the ${first} edge, square the film to it, stick that edge alone.`,
        "First edge down",
      ),
      lengthsMm: [FIRST_STRIP_MM],
    },
    confirmStep(
      context,
      "bond",
      "rub",
      `Liner away slowly with one hand; card or squeegee with the other, from the middle outwards, towards the ${towards} edge.`,
      "Film down",
    ),
    confirmStep(
      context,
      "bond",
      "prick",
      "A bubble that no rubbing moves: leave it a day. Where it must go, prick the film flat, never the glass, and rub it out.",
      "Pricked",
      { optional: true, caution: "film" },
    ),
    confirmStep(
      context,
      "bond",
      "edges",
      "Every edge covered: a bright line shows where it is not.",
      "Edges covered",
    ),
  ];
}

const hasLain = ({ state }: StepContext) =>
  state.parts.some(({ unit }) => unit === "ml") ||
  ["close-glass", "first-edge"].some((step) => stepKey("bond", step) in state.stepsDone);

/** The last wipe, again where it was too long ago, and the first time where the route has left it until now. */
function wipeStep(context: StepContext): Step[] {
  const { state, nowMs } = context;
  const age = wipeAgeS(state, nowMs);
  const isFresh = hasLain(context) || (age !== null && age <= FRESH_S);
  const wipedHere = state.timers.some((timer) => isWipe(timer) && timer.stage === "bond");
  if (routes[state.route].joins === "none" || (isFresh && !wipedHere)) return [];
  return [
    {
      key: "wipe-again",
      ask:
        isFresh || age === null
          ? "Last wipe, lint-free, one way. From now on dust settles: the clock runs until it is laid."
          : `The last wipe was ${Math.round(age / 60)} min ago, and dust has settled: wipe once more.`,
      press: "Wiped",
      done: isFresh,
      caution: "solvent",
      draft: () => wipeDraft(state, "bond"),
    },
  ];
}

export const bond: Stage = {
  name: "bond",
  question: "How much, and does it lie without air?",
  steps: (context) => {
    const joins = routes[context.state.route].joins;
    const steps = joins === "liquid" ? liquid(context) : joins === "tape" ? tape(context) : film(context);
    return [...wipeStep(context), ...steps];
  },
};
