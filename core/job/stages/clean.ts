import { confirmStep, type Stage } from "../step.ts";

export const clean: Stage = {
  name: "clean",
  question: "Is every trace of the old glue gone?",
  steps: (context) => [
    confirmStep(
      context,
      "clean",
      "bulk",
      "Roll, pull or shave off the thick glue, blade flat.",
      "Thick glue off",
    ),
    confirmStep(
      context,
      "clean",
      "wipe",
      "Solvent on the cloth, not on the panel. Keep it off cameras, coatings and driver edges.",
      "Wiped clear",
      { caution: "solvent" },
    ),
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
    confirmStep(
      context,
      "clean",
      "final",
      "Last wipe, then side light in a dark room: no film, no fibre.",
      "Clear",
    ),
  ],
};
