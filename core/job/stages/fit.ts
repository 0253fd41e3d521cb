import { seamOf } from "../../heat/lift-heat.ts";
import { linersOf } from "../../open/opening-order.ts";
import { confirmStep, type Stage } from "../step.ts";

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
    return [
      confirmStep(context, "fit", "dry-fit", `Dry-fit the ${part}: border, button, flex.`, "It fits"),
      ...(state.route === "film"
        ? [
            confirmStep(
              context,
              "fit",
              "axis",
              "Film on the lit panel, turned until the picture is right. Mark top and the side that carries adhesive; turned over, the angle is mirrored.",
              "Axis marked",
            ),
            confirmStep(
              context,
              "fit",
              "cut-film",
              "Mark the corners through the film, cut with blade and ruler.",
              "Cut",
            ),
          ]
        : []),
      {
        key: "spend",
        ask: `Take the ${part} from stock. From here it is spent.`,
        press: "Part taken",
        done: state.parts.some((spent) => spent.unit === "piece"),
        draft: () => ({ stage: "fit", kind: "part-spent", data: { part, quantity: 1, unit: "piece" } }),
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
