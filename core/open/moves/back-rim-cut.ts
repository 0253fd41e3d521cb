import { z } from "zod";
import { defineMove, hazardOf, inStage, says, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { beforeOpening } from "../open-facts.ts";

/** The back cover is cut free round its rim. */
export const backRimCut = defineMove({
  kind: "back-rim-cut",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({}),
  told: "press",
  meets: ["back-rim-cut"],
  offers: ({ state }) => (state.open.backRim === "cut" ? [] : [{}]),
  needs: (scene) => [...beforeOpening(scene), { is: "back-rim-warm" }],
  faults: ({ state }) => (state.open.backRim === "cut" ? message("fault.back-rim-cut-already") : null),
  does: ({ state }) => ({ ...state, open: { ...state.open, backRim: "cut" } }),
  reopens: () => ["casing"],
  words: says("back-rim-cut"),
  hazard: hazardOf("glass"),
  minutes: takes(4),
  hands: 1,
  example: {},
});
