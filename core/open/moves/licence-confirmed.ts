import { z } from "zod";
import { defineMove, hazardOf, inStage, never, noFault, says, takes } from "../../device/define-move.ts";

/** Where the law asks for a licence to work on mains devices, whoever stands there holds it. */
export const licenceConfirmed = defineMove({
  kind: "licence-confirmed",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({}),
  told: "word",
  meets: ["licence"],
  offers: ({ family, state }) => (family.power === "mains" && !state.open.licence ? [{}] : []),
  needs: never,
  faults: noFault,
  does: ({ state }) => ({ ...state, open: { ...state.open, licence: true } }),
  reopens: never,
  words: says("licence-confirmed"),
  hazard: hazardOf("mains"),
  minutes: takes(1),
  hands: 0,
  example: {},
});
