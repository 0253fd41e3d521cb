import { adhesiveInUse } from "../../bond/adhesive-in-use.ts";
import { programOf } from "../../bond/bubbles.ts";
import type { NamedPattern } from "../../bond/pattern.ts";
import { adhesiveFilmSize, programOfLaminator } from "../../bond/sheet-school.ts";
import { shippedPatterns, USUAL_PATTERN } from "../../bond/shipped-patterns.ts";
import { tapePlan } from "../../bond/tape-plan.ts";
import { FRESH_S } from "../../clean/fresh.ts";
import { hasLaid, isWipe, wipeAgeS, wipeDraft } from "../../clean/freshness.ts";
import type { LotKind } from "../../materials/lots.ts";
import { calculateAdhesiveDose, type AdhesiveDoseInput } from "../../bond/adhesive-dose.ts";
import { bondDose, bondDoseInput } from "../../bond/bond-dose.ts";
import { loweringOf } from "../../bond/lowering.ts";
import { FIRST_STRIP_MM, layingPlan } from "../../film/laying.ts";
import type { EventDraft, SettingsDraft } from "../event.ts";
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

/** What is laid in all on a job, ml: as chosen, or as the family takes. */
const doseMl = ({ state, family }: Pick<StepContext, "state" | "family">): number =>
  state.settings.bond?.volumeMl ??
  roundMl(bondDose(family, state.settings.bond, adhesiveInUse(state)).volumeMl);

/** The pattern that is laid until another is chosen. */
const usualPattern = (context: Pick<StepContext, "state" | "family">): NamedPattern =>
  shippedPatterns(context.family.outline, doseMl(context) * 1_000).find(
    ({ name }) => name === USUAL_PATTERN,
  )!;

const SETTLED = "bubbles-settled";

function lotStep(context: StepContext, kind: LotKind, ask: string): Step {
  return {
    ...confirmStep(context, "bond", `lot-${kind}`, ask, "No lot noted", { optional: true }),
    ...(context.state.lots[kind] ? { done: true } : {}),
  };
}

/** What is spent, from the lot at the bench where there is one. */
const spent = (
  { state }: StepContext,
  kind: LotKind,
  part: string,
  quantity: number,
  unit: string,
): EventDraft => ({
  stage: "bond",
  kind: "part-spent",
  data: { part, quantity, unit, ...(state.lots[kind] ? { lot: state.lots[kind].lot } : {}) },
});

/** Bubbles are looked for, chased in the chamber, and each is settled. */
function bubbleSteps(context: StepContext): Step[] {
  const { state } = context;
  const { holdBar, holdMin, chamberC } = programOf(state.settings.bond);
  const wantsChamber = state.bubbles.length > 0;
  return [
    confirmStep(
      context,
      "bond",
      "bubbles",
      "Look along it in side light: mark every bubble on the plan.",
      state.bubbles.length > 0 ? `${state.bubbles.length} marked, no more` : "No bubble",
    ),
    ...(wantsChamber
      ? [
          timerStep(
            context,
            "bond",
            { key: "chamber", label: "Pressure chamber", durationS: Math.ceil(holdMin * 60) },
            {
              ask: `Into the pressure chamber: ${holdBar} bar, ${chamberC} °C, ${holdMin} min.`,
              start: "Chamber on",
              wait: `In the chamber at ${holdBar} bar.`,
              stop: "Pressure off",
            },
            { caution: "pressure" },
          ),
          confirmStep(
            context,
            "bond",
            SETTLED,
            "Look again: say of each bubble whether it has gone.",
            "All settled",
          ),
        ]
      : []),
  ];
}

const alignStep = (context: StepContext) =>
  confirmStep(context, "bond", "align", "Border equal all round: half a millimetre is seen.", "Aligned");

/** What was laid, ml: by the scale where it was weighed at this bond, else as it was chosen. */
function laidMl(context: StepContext, densityGcm3: number): number {
  const weighed = context.state.readings
    .filter(({ quantity, stage }) => quantity === "mass" && stage === "bond")
    .at(-1);
  return weighed && weighed.value > 0 ? roundMl(weighed.value / densityGcm3) : doseMl(context);
}

function liquid(context: StepContext): Step[] {
  const { family, state } = context;
  const chosen = state.settings.bond;
  const adhesive = adhesiveInUse(state);
  const lowering = loweringOf(family, adhesive);
  return [
    lotStep(context, "adhesive", "Take a bottle from the shelf: choose its lot."),
    {
      key: "dose",
      ask: "Choose the bond line and the dose.",
      press: "Use this dose",
      done: chosen?.volumeMl !== undefined,
      draft: () => doseDraft(bondDoseInput(family, chosen, adhesive)),
    },
    {
      key: "pattern",
      ask: "Choose a pattern and run the fill: no air closed in, windows dry.",
      press: "Use this pattern",
      done: state.pattern !== null,
      draft: () => ({ stage: "bond", kind: "pattern-chosen", data: usualPattern(context) }),
    },
    {
      key: "lay",
      ask: `Lay ${doseMl(context)} ml on the panel${state.pattern ? `, pattern "${state.pattern.name}"` : ""}, clear of camera and sensor windows.`,
      press: "Laid",
      done: state.parts.some((part) => part.unit === "ml"),
      caution: "adhesive",
      draft: () =>
        spent(
          context,
          "adhesive",
          "liquid optical adhesive",
          laidMl(context, chosen?.densityGcm3 ?? adhesive.densityGcm3.value),
          "ml",
        ),
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
    alignStep(context),
    ...bubbleSteps(context),
  ];
}

/** Optical adhesive film: onto the glass, into the mould, pressed in the laminator. */
function sheet(context: StepContext): Step[] {
  const { family, state } = context;
  const { widthMm, heightMm } = adhesiveFilmSize(family.outline);
  const chosen = state.settings.bond;
  return [
    lotStep(context, "film", "Take adhesive film from the shelf: choose its lot."),
    {
      ...confirmStep(
        context,
        "bond",
        "film-on-glass",
        "Adhesive film, cut {0} × {1}, onto the new glass: one edge first, liner away slowly, rubbed from the middle. Trim it flush.",
        "Film on the glass",
      ),
      lengthsMm: [widthMm, heightMm],
    },
    {
      key: "spend-film",
      ask: "Note the piece of adhesive film: it is spent.",
      press: "Noted",
      done: state.parts.some(({ part }) => part === "optical adhesive film"),
      draft: () => spent(context, "film", "optical adhesive film", 1, "sheet"),
    },
    confirmStep(
      context,
      "bond",
      "mould",
      "Second liner off; glass and panel into the mould, against its stops.",
      "In the mould",
    ),
    {
      key: "program",
      ask: "Set the laminator: vacuum, pressure, temperature, time.",
      press: "Use this program",
      done: chosen?.laminateS !== undefined,
      draft: () => ({
        stage: "bond",
        kind: "setting-chosen",
        data: { settings: programOfLaminator(chosen) },
      }),
    },
    timerStep(
      context,
      "bond",
      { key: "laminate", label: "Laminator", durationS: programOfLaminator(chosen).laminateS },
      {
        ask: "Vacuum first, then pressure. Hands out.",
        start: "Laminator on",
        wait: "Pressing.",
        stop: "Opened",
      },
      { caution: "pressure" },
    ),
    alignStep(context),
    ...bubbleSteps(context),
  ];
}

function tape(context: StepContext): Step[] {
  const { lengthMm, liners, dwellS } = tapePlan(context.family);
  const [first, ...others] = liners;
  const last = others.pop()!;
  return [
    lotStep(context, "tape", "Take tape from the shelf: choose its lot."),
    {
      key: "tape",
      ask: "Perimeter tape on the frame, not on the picture, {0} in all. Rub it down.",
      lengthsMm: [lengthMm],
      press: "Tape down",
      done: context.state.parts.some(({ unit }) => unit === "mm"),
      draft: () => spent(context, "tape", "perimeter tape", Math.round(lengthMm), "mm"),
    },
    confirmStep(
      context,
      "bond",
      "liner",
      `Liners off in this order: ${[first, ...others].join(", ")}. The ${last} edge's stays on until last.`,
      "One liner left",
    ),
    confirmStep(context, "bond", "dust", "Blow the panel clear; look along it in side light.", "No dust"),
    confirmStep(context, "bond", "close-glass", `Close from the ${last} edge, pull its liner.`, "Closed"),
    timerStep(
      context,
      "bond",
      { key: "dwell", label: "Squeeze", durationS: dwellS },
      {
        ask: "Squeeze all round, firmly and evenly, over the frame and never over the picture.",
        start: "Squeezing",
        wait: "Hold.",
        stop: "Stuck",
      },
    ),
  ];
}

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

/** The last wipe, again where it was too long ago, and the first time where the route has left it until now. */
function wipeStep(context: StepContext): Step[] {
  const { state, nowMs } = context;
  const age = wipeAgeS(state, nowMs);
  const isFresh = hasLaid(state) || (age !== null && age <= FRESH_S);
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
    const bonded = context.state.school === "sheet" ? sheet : liquid;
    const steps = joins === "liquid" ? bonded(context) : joins === "tape" ? tape(context) : film(context);
    return [...wipeStep(context), ...steps];
  },
};
