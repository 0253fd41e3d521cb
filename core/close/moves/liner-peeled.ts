import { z } from "zod";
import { defineMove, noHazard } from "../../device/define-move.ts";
import { message } from "../../kernel/message.ts";
import { key } from "../../stack/family.ts";

/** One liner is off; it goes on the bench, where it is counted. */
export const linerPeeled = defineMove({
  kind: "liner-peeled",
  version: 1,
  stage: ({ state }) => (state.marks.renewed === undefined ? "bond" : "close"),
  data: z.strictObject({ liner: key() }),
  told: "press",
  meets: ["liners-off"],
  offers: ({ state }, fact) =>
    Object.entries(state.close.linersOn).flatMap(([liner, on]) =>
      on > 0 && (fact?.is !== "liners-off" || fact.liner === liner) ? [{ liner }] : [],
    ),
  needs: () => [],
  faults: ({ state }, { liner }) =>
    (state.close.linersOn[liner] ?? 0) > 0 ? null : message("fault.no-such-liner", { liner }),
  does: ({ state }, { liner }) => ({
    ...state,
    close: {
      ...state.close,
      linersOn: { ...state.close.linersOn, [liner]: (state.close.linersOn[liner] ?? 0) - 1 },
      linersPeeled: state.close.linersPeeled + 1,
      linersCounted: null,
    },
  }),
  reopens: () => [],
  words: ({ family, state }, { liner }) => {
    const known = family.parts.find((p) => p.key === liner);
    const left = state.close.linersOn[liner] ?? 0;
    return message("move.liner-peeled", { name: known?.name ?? liner, left: left - 1 });
  },
  hazard: noHazard,
  minutes: () => 0.3,
  hands: 1,
  example: { liner: "liner" },
});
