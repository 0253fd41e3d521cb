import { cureExposure } from "../../cure/cure-exposure.ts";
import { confirmStep, timerStep, type Stage } from "../step.ts";

export const cure: Stage = {
  name: "cure",
  question: "How long under the lamp?",
  steps: (context) => {
    const { state, family } = context;
    const chosen = state.settings.cure;
    const exposure = cureExposure(family, chosen);
    const mainS = chosen?.exposureS ?? exposure.exposureS ?? 0;
    const tackS = chosen?.tackS ?? exposure.tackS ?? 0;
    return [
      {
        key: "exposure",
        ask:
          exposure.exposureS === null
            ? "No light arrives: give the lamp's irradiance."
            : "Read the lamp, choose the exposure.",
        press: "Use this exposure",
        done: chosen?.exposureS !== undefined,
        caution: "uv",
        draft: () => {
          const fresh = cureExposure(family, chosen);
          return {
            stage: "cure",
            kind: "setting-chosen",
            data: {
              settings: {
                irradianceMwCm2: chosen?.irradianceMwCm2 ?? 60,
                exposureS: Math.ceil(fresh.exposureS ?? 0),
                tackS: Math.ceil(fresh.tackS ?? 0),
              },
            },
          };
        },
      },
      timerStep(
        context,
        "cure",
        { key: "tack", label: "Tack", durationS: Math.max(1, tackS) },
        {
          ask: "Sweep the lamp over the face to tack it.",
          start: "Lamp on: tack",
          wait: "Tacking.",
          stop: "Lamp off",
        },
        { caution: "uv" },
      ),
      confirmStep(context, "cure", "wipe", "Wipe what seeped out before it sets.", "Wiped"),
      timerStep(
        context,
        "cure",
        { key: "main", label: "Main cure", durationS: Math.max(1, mainS) },
        { ask: "Sides first, then the face.", start: "Lamp on: cure", wait: "Curing.", stop: "Lamp off" },
        { caution: "uv" },
      ),
      timerStep(
        context,
        "cure",
        { key: "edges", label: "Edges", durationS: Math.max(1, mainS) },
        {
          ask: "Edges again from the side: under the printed border little light arrives.",
          start: "Lamp on: edges",
          wait: "Curing the edges.",
          stop: "Lamp off",
        },
        { caution: "uv" },
      ),
    ];
  },
};
