import { z } from "zod";
import { defineMove, hazardOf, inStage, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { beforeOpening } from "../open-facts.ts";
import { t } from "../../../words/open.ts";

/** A cell lies behind a glued back cover: it is never warmed beyond this, C. Common practice, no source. */
export const CELL_MOST_C = 60;

/** The rim of a glued back cover is warm. */
export const backRimWarmed = defineMove({
  kind: "back-rim-warmed",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({
    toC: z
      .number({ error: () => t("must-be-a-number-from-30-to", { CELL_MOST_C }) })
      .min(30, { error: () => t("must-be-a-number-from-30-to", { CELL_MOST_C }) })
      .max(CELL_MOST_C, { error: () => t("must-be-a-number-from-30-to", { CELL_MOST_C }) }),
  }),
  told: "press",
  meets: ["back-rim-warm"],
  offers: ({ family, state }) =>
    family.gluedBack && state.open.backRim === "glued" && state.open.casing === "shut" ? [{ toC: 55 }] : [],
  needs: (scene) => beforeOpening(scene),
  faults: ({ family, state }) =>
    family.gluedBack && state.open.backRim === "glued" ? null : message("fault.back-not-glued"),
  does: ({ state }) => ({ ...state, open: { ...state.open, backRim: "warm" } }),
  reopens: () => ["casing"],
  words: (_, { toC }) => message("move.back-rim-warmed", { toC }),
  hazard: hazardOf("cell"),
  minutes: takes(4),
  hands: 1,
  example: { toC: 55 },
});
