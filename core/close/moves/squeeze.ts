import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { SQUEEZE_S } from "../close-facts.ts";

/** Squeezed all round, over the frame and never over the picture. */
export const squeezeStarted = defineMove({
  kind: "squeeze-started",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "press",
  meets: ["squeezing"],
  offers: ({ state }) => (state.bond.squeezeSinceMs === null && !state.bond.squeezed ? [{}] : []),
  needs: () => [{ is: "shut" }],
  faults: ({ state }) => (state.bond.squeezeSinceMs === null ? null : message("fault.squeezed-already")),
  does: ({ state }, _, { atMs }) => ({ ...state, bond: { ...state.bond, squeezeSinceMs: atMs } }),
  reopens: () => [],
  words: () => message("move.squeeze-started", { time: durationText(SQUEEZE_S) }),
  hazard: noHazard,
  minutes: () => 0.1,
  hands: 2,
  example: {},
});

/** The tape has been held as long as it wants. */
export const squeezeEnded = defineMove({
  kind: "squeeze-ended",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "press",
  meets: ["squeezed"],
  offers: ({ state }, fact) =>
    state.bond.squeezed || (fact === null && state.bond.squeezeSinceMs === null) ? [] : [{}],
  needs: () => [{ is: "shut" }, { is: "squeezing" }],
  faults: noFault,
  does: ({ state }) => ({ ...state, bond: { ...state.bond, squeezeSinceMs: null, squeezed: true } }),
  reopens: () => [],
  words: () => message("move.squeeze-ended"),
  hazard: noHazard,
  minutes: () => 0.1,
  hands: 2,
  example: {},
});
