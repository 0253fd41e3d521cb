import { confirmStep, type Stage } from "../step.ts";

export const rework: Stage = {
  name: "rework",
  question: "Are the joints sound and silent between neighbours?",
  steps: (context) => [
    confirmStep(context, "rework", "shield", "Heat-proof tape all round the joints.", "Shielded"),
    confirmStep(
      context,
      "rework",
      "off",
      "Desolder the old flex and clear the pads with braid.",
      "Old flex off",
      {
        caution: "solder",
      },
    ),
    confirmStep(
      context,
      "rework",
      "align",
      "Set the new flex on its locating pins before any solder.",
      "Pins home",
    ),
    confirmStep(
      context,
      "rework",
      "solder",
      "Solder it with fresh paste, then clean off the flux.",
      "Soldered",
    ),
    confirmStep(
      context,
      "rework",
      "neighbours",
      "Meter across neighbouring contacts: silence is good.",
      "All silent",
    ),
  ],
};
