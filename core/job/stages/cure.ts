import { cureBasis, cureExposure, lampNmOf, lampPlaces, type CureBasis } from "../../cure/cure-exposure.ts";
import { benchLamp } from "../../materials/adhesives.ts";
import type { Family } from "../../stack/family.ts";
import type { SettingsDraft } from "../event.ts";
import { confirmStep, timerStep, type Stage } from "../step.ts";

/** The exposure that these settings ask for, to the next second; 0 where no light arrives, which chooses nothing. */
export function exposureDraft(family: Family, basis: CureBasis): SettingsDraft {
  const { exposureS, tackS, sideTackS, sideS } = cureExposure(family, basis);
  const { chosen } = basis;
  const { lampPlaces: places, lampHeightMm, lampOrder } = chosen;
  return {
    stage: "cure",
    kind: "setting-chosen",
    data: {
      settings: {
        irradianceMwCm2: chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value,
        lampNm: lampNmOf(chosen),
        ...(places === undefined ? {} : { lampPlaces: places }),
        ...(lampHeightMm === undefined ? {} : { lampHeightMm }),
        ...(lampOrder === undefined ? {} : { lampOrder }),
        exposureS: Math.ceil(exposureS ?? 0),
        tackS: Math.ceil(tackS ?? 0),
        sideTackS: Math.ceil(sideTackS ?? 0),
        sideS: Math.ceil(sideS ?? 0),
      },
    },
  };
}

export const cure: Stage = {
  name: "cure",
  question: "How long under the lamp?",
  steps: (context) => {
    const { state, family } = context;
    if (state.school === "sheet") {
      return [
        confirmStep(
          context,
          "cure",
          "no-lamp",
          "An adhesive film holds by itself. A film that wants light gets it as its maker says.",
          "No lamp needed",
        ),
      ];
    }
    const basis = cureBasis(state);
    const { exposureS } = cureExposure(family, basis);
    const chosen = state.settings.cure;
    const places = Math.max(1, lampPlaces(family, chosen?.lampPlaces ?? 0).length);
    const mainKey = (place: number) => (places === 1 ? "main" : `main-${place}`);
    // A lamp that is read again asks for the exposure again, until the light has been on for good.
    const isChosen =
      (chosen?.exposureS ?? 0) > 0 &&
      (chosen?.irradianceMwCm2 === (basis.chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value) ||
        state.timers.some((timer) => timer.timer.startsWith("main")));
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
        draft: () => exposureDraft(family, basis),
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
        { key: "sides", label: "Sides", durationS: chosen?.sideTackS || 1 },
        {
          ask: "Once round the sides, lamp close, as long at each edge: they hold before the face pulls.",
          start: "Lamp on: sides",
          wait: "Round the sides, this long at each edge.",
          stop: "Lamp off",
        },
        { caution: "uv" },
      ),
      ...Array.from({ length: places }, (_, i) =>
        timerStep(
          context,
          "cure",
          {
            key: mainKey(i + 1),
            label: places === 1 ? "Main cure" : `Main cure, place ${i + 1}`,
            durationS: chosen?.exposureS || 1,
          },
          {
            ask: places === 1 ? "Now the face." : `Lamp over place ${i + 1} of ${places}, as on the plan.`,
            start: "Lamp on: cure",
            wait: "Curing.",
            stop: "Lamp off",
          },
          { caution: "uv" },
        ),
      ),
      timerStep(
        context,
        "cure",
        { key: "edges", label: "Edges", durationS: chosen?.sideS || chosen?.exposureS || 1 },
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
