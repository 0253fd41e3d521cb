import { defineMove, inStage, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { panelTested as told } from "../panel-test.ts";
import { beforeTest } from "./function-tested.ts";

/** One part of the panel's own test: patterns seen, pixels counted, frames paced, touch covered. */
export const panelTested = defineMove({
  kind: "panel-tested",
  version: 1,
  stage: inStage("prove"),
  data: told,
  told: "answer",
  meets: [],
  offers: never,
  needs: (scene, { part }) => [
    { is: "opened-job" },
    ...beforeTest(scene, part === "touch" ? "touch" : "picture"),
  ],
  faults: noFault,
  does: ({ state }, part) => ({
    ...state,
    prove: { ...state.prove, panel: { ...state.prove.panel, [part.part]: part } },
  }),
  reopens: never,
  words: (_, { part }) => message("move.panel-tested", { part }),
  hazard: noHazard,
  minutes: takes(2),
  hands: 1,
  example: { part: "pacing", frames: 600, medianMs: 16.7, worstMs: 33.4, latePct: 0.5 },
});
