import { practice, valueOf, memory, type MaterialValue } from "../materials/materials.ts";
import type { AlloyName } from "../materials/alloy-names.ts";
import { t } from "../../words/rework.ts";

/** One line of the recipe: what is set, its usual value and bounds, and what may go wrong with it. */
export interface RecipeLine {
  what: string;
  value: MaterialValue | null;
  unit: string;
  how: string;
  hazard: string;
}

/** How a joint is made with an alloy: tape, flux, paste, air and iron. Common practice where no other source is named. */
export function recipeOf(alloy: AlloyName): RecipeLine[] {
  const isLow = alloy === "Sn42Bi58";
  const air = isLow
    ? valueOf(220, 200, 260, practice(t("a-low-temperature-paste-low-airflow")))
    : valueOf(290, 260, 320, practice(t("low-airflow-the-joint-comes-near-280")));
  const iron = isLow
    ? valueOf(280, 250, 320, practice(t("a-fine-tip-short-contact")))
    : valueOf(380, 350, 400, practice(t("a-fine-tip-with-braid")));
  return [
    {
      what: t("tape"),
      value: null,
      unit: "",
      how: t("heat-proof-polyimide-tape-over"),
      hazard: t("its-glue-smells-when-it-is-overheated"),
    },
    {
      what: t("flux"),
      value: null,
      unit: "",
      how: t("no-clean-flux-thin-again-for-every"),
      hazard: t("rosin-fumes-sensitise-the-lungs"),
    },
    {
      what: t("paste"),
      value: valueOf(6, 3, 12, memory(t("paste-keeps-about-six-months-cool-open"))),
      unit: t("months-cool"),
      how: t("fresh-paste-warmed-to-the-room-before", { alloy }),
      hazard:
        alloy === "Sn63Pb37"
          ? t("holds-lead-gloves-washed-hands-its-own")
          : t("skin-gloves-read-its-safety-data-sheet"),
    },
    {
      what: t("hot-air"),
      value: air,
      unit: "°C",
      how: t("low-airflow-in-circles-never-still"),
      hazard: t("above-what-most-vapours-light-at-no"),
    },
    {
      what: t("iron"),
      value: iron,
      unit: "°C",
      how: t("drag-along-the-row-with-braid-over"),
      hazard: t("lifts-a-pad-that-is-heated-too"),
    },
  ];
}
