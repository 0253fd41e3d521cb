import { z } from "zod";
import { routeNow } from "../../device/ask.ts";
import { defineMove, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { key, type Family } from "../../stack/family.ts";

/** A film brings its own liner and skin: they come off as it is laid, and at the end. */
const isOfFilm = (family: Family, liner: string): boolean =>
  family.parts.find(({ key: part }) => part === liner)?.linerOf === undefined;

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
  faults: (scene, { liner }) =>
    (scene.state.close.linersOn[liner] ?? 0) <= 0
      ? message("fault.no-such-liner", { liner })
      : routeNow(scene) === "film" && isOfFilm(scene.family, liner)
        ? message("fault.liner-with-its-film")
        : null,
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
