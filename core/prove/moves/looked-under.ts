import { z } from "zod";
import { pluggable } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { oneOf } from "../../units.ts";

/** Black picture, strong light: what lies under the new layer shows white. */
export const lookedUnder = defineMove({
  kind: "looked-under",
  version: 1,
  stage: inStage("prove"),
  data: z.strictObject({
    result: oneOf(["clear", "specks"]),
    with: oneOf(["eye", "photo"]),
  }),
  told: "answer",
  meets: ["looked-under"],
  offers: () => [
    { result: "clear" as const, with: "eye" as const },
    { result: "specks" as const, with: "eye" as const },
  ],
  needs: ({ family }): DeviceFact[] => [
    ...pluggable(family).map(({ key }): DeviceFact => ({ is: "connector-joined", connector: key })),
    { is: "supply-joined" },
    { is: "plugged" },
    { is: "running" },
  ],
  faults: ({ state }) => (state.marks.renewed === undefined ? message("fault.nothing-on-yet") : null),
  does: ({ state }, { result, with: by }, { seq }) => ({
    ...state,
    prove: { ...state.prove, look: { result, with: by, seq } },
    intake:
      result === "clear"
        ? state.intake
        : { ...state.intake, trouble: { fn: null, kind: "specks" as const, seq } },
  }),
  reopens: () => [],
  words: (_, { result, with: by }) => message("move.looked-under", { result, by }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: { result: "clear", with: "eye" },
});
