import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";

/** The liners that lie on the bench, counted: one that is left inside is the classic. */
export const linersCounted = defineMove({
  kind: "liners-counted",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({ count: boundedWhole(0, 1_000) }),
  told: "answer",
  meets: ["liners-counted"],
  offers: ({ state }) => [{ count: state.close.linersPeeled }],
  needs: ({ state }) =>
    Object.entries(state.close.linersOn).flatMap(([liner, on]) =>
      on > 0 ? [{ is: "liners-off" as const, liner }] : [],
    ),
  faults: ({ state }) => (state.close.linersPeeled === 0 ? message("fault.no-liners") : null),
  does: ({ state }, { count }) => ({
    ...state,
    close: { ...state.close, linersCounted: { count, peeled: state.close.linersPeeled } },
  }),
  reopens: () => [],
  words: ({ state }, { count }) => message("move.liners-counted", { count, of: state.close.linersPeeled }),
  hazard: noHazard,
  minutes: () => 0.5,
  hands: 1,
  example: { count: 3 },
});
