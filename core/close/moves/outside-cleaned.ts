import { z } from "zod";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** Glass, back, ports and edges are clean outside. */
export const outsideCleaned = defineMove({
  kind: "outside-cleaned",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "press",
  meets: ["outside-clean"],
  offers: ({ state }) => (state.close.outsideClean ? [] : [{}]),
  needs: () => [{ is: "shut" }],
  faults: noFault,
  does: ({ state }) => ({ ...state, close: { ...state.close, outsideClean: true } }),
  reopens: () => [],
  words: () => message("move.outside-cleaned"),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: {},
});
