import { capitalised } from "../../words.ts";
import { dryEdges, tiltWords, type DryEdge } from "../../clean/dry-edge.ts";
import { wipeAgeS, wipeDraft } from "../../clean/freshness.ts";
import { residuePct } from "../../clean/residue.ts";
import { usualWipe } from "../../clean/room.ts";
import { soaksOf } from "../../heat/glue-line.ts";
import { methodOf } from "../../heat/heat-methods.ts";
import { routes, type StageName } from "../route.ts";
import { stepKey } from "../fold.ts";
import { confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

/** Whether this job's own heat has been on: what heated it may still be hot when solvent comes out. */
export const wasHeated = ({ state }: Pick<StepContext, "state">): boolean =>
  soaksOf(state.timers).length > 0 && !methodOf(state.heatMethod).isCold;

/** The panel is held so that nothing runs to an edge that must stay dry. */
export const tiltStep = (context: StepContext, stage: StageName, edges: readonly DryEdge[]): Step[] =>
  edges.length > 0
    ? [confirmStep(context, stage, "edge-up", tiltWords(edges), edges.length === 1 ? "Edge up" : "Flat")]
    : [];

/** Proves that an edge stayed dry, before anything is powered. */
export const drynessStep = (context: StepContext, stage: StageName, edges: readonly DryEdge[]): Step[] =>
  edges.length > 0
    ? [
        confirmStep(
          context,
          stage,
          "edge-dry",
          `Loupe along the ${edges.map(({ edge, label }) => `${edge} edge (${label})`).join(", ")}: dry, no line of liquid?`,
          "Dry",
        ),
      ]
    : [];

function residueSteps({ state, family }: StepContext): Step[] {
  const left = state.residue.filter(({ clearedAt }) => clearedAt === null);
  return state.residue.map((patch, i) => ({
    key: `residue-${i + 1}`,
    ask: `Patch ${i + 1}: ${residuePct(family.outline, [patch]).toFixed(1)} % of the panel. Wet it, wait, roll it off. ${left.length} left.`,
    press: "Patch gone",
    done: patch.clearedAt !== null,
    caution: "solvent" as const,
    draft: () => ({ stage: "clean" as const, kind: "residue-cleared" as const, data: { residue: patch.id } }),
  }));
}

export const clean: Stage = {
  name: "clean",
  question: "Is every trace of the old glue gone?",
  steps: (context) => {
    const { state, family, nowMs } = context;
    const { joins } = routes[state.route];
    const edges = dryEdges(family);
    const isFilm = joins === "film";
    const age = wipeAgeS(state, nowMs);
    const looked = stepKey("clean", "look") in state.stepsDone;
    return [
      ...(wasHeated(context)
        ? [
            confirmStep(
              context,
              "clean",
              "cold",
              "What heated it is off, cold and out of reach. Solvent comes next.",
              "Off and cold",
              { caution: "heat" },
            ),
          ]
        : []),
      confirmStep(
        context,
        "clean",
        "bulk",
        {
          liquid:
            "Thick glue first: roll it off with a finger, pull it with warm tape, or shave it with a blade held flat.",
          tape: "Roll the old tape off the frame and the panel's rim; shave what stays with a blade held flat.",
          film: "Roll off the glue that the film has left, from a corner on; no blade on a coated face.",
          none: "Roll off what is left of the old glue.",
        }[joins],
        "Thick glue off",
      ),
      {
        key: "solvent",
        ask: "Choose what goes on the cloth.",
        press: "Use this solvent",
        done: state.solvent !== null,
        draft: () => ({ stage: "clean", kind: "solvent-chosen", data: usualWipe }),
      },
      ...tiltStep(context, "clean", edges),
      confirmStep(
        context,
        "clean",
        "wipe",
        `${capitalised(state.solvent?.solvent ?? "solvent")} on the cloth, never on the panel. Keep it off what the card says.`,
        "Wiped",
        { caution: "solvent" },
      ),
      ...residueSteps(context),
      confirmStep(
        context,
        "clean",
        "look",
        "Side light in a dark room, from two sides: mark on the panel what is left, or say that nothing is.",
        "Nothing left",
      ),
      ...drynessStep(context, "clean", edges),
      ...(isFilm
        ? []
        : [
            confirmStep(
              context,
              "clean",
              "frame",
              "Scrape and wipe the frame: a clean frame is what holds.",
              "Frame clean",
            ),
            confirmStep(context, "clean", "primer", "Primer on the frame, if this shop uses it.", "Primed", {
              optional: true,
            }),
            {
              key: "final",
              ask: "Last wipe, lint-free, one way. From now on dust settles: the clock runs until it is laid.",
              press: "Last wipe done",
              done: looked && age !== null,
              caution: "solvent" as const,
              draft: () => wipeDraft(state, "clean"),
            },
          ]),
    ];
  },
};
