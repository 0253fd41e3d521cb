import { filmSides, type FilmSide } from "../../film/films.ts";
import { seamOf } from "../../heat/lift-heat.ts";
import { linersOf } from "../../open/opening-order.ts";
import { stepKey, type JobState } from "../fold.ts";
import { routes } from "../route.ts";
import { confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

/** An axis that is met often: what stands there until it is measured or looked for. Common practice, no source. */
const USUAL_AXIS_DEG = 45;

const CUT_BY_HAND = "cut-film";

/** Films whose axis is chosen and that nobody has cut yet. */
export const filmsWanted = (state: JobState): FilmSide[] =>
  stepKey("fit", CUT_BY_HAND) in state.stepsDone
    ? []
    : filmSides.filter(
        (film) =>
          state.filmAxes[film] !== undefined && !state.filmsTaken.some((taken) => taken.film === film),
      );

function filmSteps(context: StepContext): Step[] {
  const { state } = context;
  const chosen = filmSides.filter((film) => state.filmAxes[film]);
  const wanted = filmsWanted(state);
  const byHand = confirmStep(
    context,
    "fit",
    CUT_BY_HAND,
    `Cut the ${wanted.join(" and the ")} film from the shelf, adhesive down, or by hand with blade and ruler. Turned over, the angle is mirrored.`,
    "Cut by hand",
  );
  return [
    {
      key: "axis",
      ask: "Read the axis of the old film, or turn a film on the lit panel until the picture is right. Mark which edge is up.",
      press: "Use this axis",
      done: chosen.length > 0,
      draft: () => ({
        stage: "fit",
        kind: "axis-chosen",
        data: { film: "front", axisDeg: USUAL_AXIS_DEG, from: "usual" },
      }),
    },
    { ...byHand, done: byHand.done || (chosen.length > 0 && wanted.length === 0) },
  ];
}

export const fit: Stage = {
  name: "fit",
  question: "Does the new part fit before it is spent?",
  steps: (context) => {
    const { family, state } = context;
    const liners = linersOf(family);
    const part =
      state.route === "assembly"
        ? `${family.code} display assembly`
        : (seamOf(family, state.route)?.newPart ?? "new part");
    const isFilm = routes[state.route].joins === "film";
    return [
      ...(isFilm
        ? filmSteps(context)
        : [confirmStep(context, "fit", "dry-fit", `Dry-fit the ${part}: border, button, flex.`, "It fits")]),
      {
        key: "spend",
        ask: `Take the ${part} from stock. From here it is spent.`,
        press: "Part taken",
        done: state.parts.some((spent) => spent.unit === "piece") || state.filmsTaken.length > 0,
        skipped: stepKey("fit", "spend") in state.stepsSkipped,
        draft: () => ({ stage: "fit", kind: "part-spent", data: { part, quantity: 1, unit: "piece" } }),
        // One that was taken before the work was sent back may still be good.
        alternatives: state.before.parts.some(({ unit }) => unit === "piece")
          ? [
              {
                label: "The same one again",
                draft: () => ({ stage: "fit", kind: "step-skipped", data: { step: "spend" } }),
              },
            ]
          : [],
      },
      ...family.parts
        .filter((part) => part.goes === "to the new layer" && part.kind !== "liner")
        .map((moved) =>
          confirmStep(
            context,
            "fit",
            `moved-${moved.key}`,
            `Move ${moved.name} over to the new part.${moved.irreplaceable ? " Paired: there is no second one." : ""}`,
            "Moved",
          ),
        ),
      confirmStep(
        context,
        "fit",
        "liners",
        liners.length > 0
          ? `Liners to peel, in order: ${liners.map((l) => `${l.count} × ${l.name}`).join(", ")}. Keep each one: they are counted before it is shut.`
          : "Peel the liners in order; lay them out and count them.",
        liners.length > 0 ? "Known" : "Liners counted",
      ),
    ];
  },
};
