import { cureExposure, cureInput, cureSettings } from "../../cure/cure-exposure.ts";
import type { Family } from "../../stack/family.ts";
import type { SettingsDraft } from "../event.ts";
import { confirmStep, timerStep, type Stage } from "../step.ts";

/** The exposure that these settings ask for, to the next second; 0 where no light arrives, which chooses nothing. */
export function exposureDraft(family: Family, settings: Partial<Record<string, number>>): SettingsDraft {
  const { exposureS, tackS } = cureExposure(family, settings);
  return {
    stage: "cure",
    kind: "setting-chosen",
    data: {
      settings: {
        irradianceMwCm2: cureInput(family, settings).irradianceMwCm2!,
        exposureS: Math.ceil(exposureS ?? 0),
        tackS: Math.ceil(tackS ?? 0),
      },
    },
  };
}

export const cure: Stage = {
  name: "cure",
  question: "How long under the lamp?",
  steps: (context) => {
    const { state, family } = context;
    const settings = cureSettings(state);
    const { exposureS } = cureExposure(family, settings);
    const chosen = state.settings.cure;
    // A lamp that is read again asks for the exposure again, until the light has been on for good.
    const isChosen =
      (chosen?.exposureS ?? 0) > 0 &&
      (chosen?.irradianceMwCm2 === settings.irradianceMwCm2 ||
        state.timers.some((timer) => timer.timer === "main"));
    return [
      {
        key: "exposure",
        ask:
          exposureS === null
            ? "No light arrives: give the lamp's irradiance."
            : "Read the lamp, choose the exposure.",
        press: "Use this exposure",
        done: isChosen,
        caution: "uv",
        draft: () => exposureDraft(family, settings),
      },
      timerStep(
        context,
        "cure",
        { key: "tack", label: "Tack", durationS: chosen?.tackS || 1 },
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
        { key: "main", label: "Main cure", durationS: chosen?.exposureS || 1 },
        { ask: "Sides first, then the face.", start: "Lamp on: cure", wait: "Curing.", stop: "Lamp off" },
        { caution: "uv" },
      ),
      timerStep(
        context,
        "cure",
        { key: "edges", label: "Edges", durationS: chosen?.exposureS || 1 },
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
