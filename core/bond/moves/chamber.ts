import { z } from "zod";
import { defineMove, hazardOf, inStage, noFault } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { CHAMBER_S } from "../bond-facts.ts";

/** Into the pressure chamber. */
export const chamberOn = defineMove({
  kind: "chamber-on",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["chamber-running", "chamber-over"],
  offers: ({ state }) => (state.bond.bubblesLeft > 0 && state.bond.chamberSinceMs === null ? [{}] : []),
  needs: () => [{ is: "on", line: "glass" }],
  faults: ({ state }) => (state.bond.chamberSinceMs === null ? null : message("fault.chamber-runs")),
  does: ({ state }, _, { atMs }) => ({ ...state, bond: { ...state.bond, chamberSinceMs: atMs } }),
  reopens: () => [],
  words: () => message("move.chamber-on", { minutes: CHAMBER_S / 60 }),
  hazard: hazardOf("pressure"),
  minutes: () => 1,
  hands: 1,
  example: {},
});

/** The pressure is off, and the door was opened after it had gone. */
export const chamberOff = defineMove({
  kind: "chamber-off",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["chamber-over"],
  offers: ({ state }) => (state.bond.chamberSinceMs === null ? [] : [{}]),
  needs: () => [{ is: "chamber-running" }],
  faults: noFault,
  does: ({ state }) => ({
    ...state,
    bond: { ...state.bond, chamberSinceMs: null, chamberRuns: state.bond.chamberRuns + 1 },
  }),
  reopens: () => [],
  words: () => message("move.chamber-off"),
  hazard: hazardOf("pressure"),
  minutes: () => 1,
  hands: 1,
  example: {},
});
