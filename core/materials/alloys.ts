import type { AlloyName } from "./alloy-names.ts";
import { assumed, memory, practice, valueOf, type MaterialValue } from "./materials.ts";
import { t } from "../../words/materials.ts";

/** A solder alloy and the profile that it wants. */
export interface Alloy {
  name: AlloyName;
  about: string;
  /** Where melting begins, and where all is liquid, °C. */
  solidusC: MaterialValue;
  liquidusC: MaterialValue;
  /** Time counts as above the liquidus from here, °C. */
  countedFromC: number;
  /** The preheat that is counted as soak, °C. */
  soak: { fromC: number; toC: number; least: MaterialValue; most: MaterialValue };
  peakC: { least: MaterialValue; most: MaterialValue };
  aboveS: { least: MaterialValue; most: MaterialValue };
  riseCs: MaterialValue;
  fallCs: MaterialValue;
}

const jStd = memory("J-STD-020 for the package; a paste's own sheet goes before");
const handbook = memory("solder handbooks");
const bismuth = assumed("between what pastes of this alloy ask for");

/** Solder alloys that a joint of a panel is made with. */
export const alloys: readonly Alloy[] = [
  {
    name: "Sn63Pb37",
    get about() {
      return t("leaded-eutectic");
    },
    solidusC: valueOf(183, 183, 183, handbook),
    liquidusC: valueOf(183, 183, 183, handbook),
    countedFromC: 183,
    soak: {
      fromC: 100,
      toC: 150,
      least: valueOf(60, 60, 60, jStd),
      most: valueOf(120, 120, 120, jStd),
    },
    peakC: {
      least: valueOf(203, 200, 210, practice("20 K over the liquidus wets")),
      most: valueOf(235, 220, 240, jStd),
    },
    aboveS: { least: valueOf(60, 60, 60, jStd), most: valueOf(150, 150, 150, jStd) },
    riseCs: valueOf(3, 3, 3, jStd),
    fallCs: valueOf(6, 6, 6, jStd),
  },
  {
    name: "SAC305",
    about: "lead-free",
    solidusC: valueOf(217, 217, 217, handbook),
    liquidusC: valueOf(220, 217, 221, handbook),
    countedFromC: 217,
    soak: {
      fromC: 150,
      toC: 200,
      least: valueOf(60, 60, 60, jStd),
      most: valueOf(120, 120, 120, jStd),
    },
    peakC: {
      least: valueOf(235, 232, 240, practice("15 K over the liquidus wets")),
      most: valueOf(260, 245, 260, jStd),
    },
    aboveS: { least: valueOf(60, 60, 60, jStd), most: valueOf(150, 150, 150, jStd) },
    riseCs: valueOf(3, 3, 3, jStd),
    fallCs: valueOf(6, 6, 6, jStd),
  },
  {
    name: "Sn42Bi58",
    get about() {
      return t("low-temperature-brittle");
    },
    solidusC: valueOf(138, 138, 138, handbook),
    liquidusC: valueOf(138, 138, 138, handbook),
    countedFromC: 138,
    soak: { fromC: 90, toC: 120, least: valueOf(30, 20, 60, bismuth), most: valueOf(120, 90, 150, bismuth) },
    peakC: { least: valueOf(155, 150, 160, bismuth), most: valueOf(185, 175, 190, bismuth) },
    aboveS: { least: valueOf(30, 20, 45, bismuth), most: valueOf(90, 60, 120, bismuth) },
    riseCs: valueOf(2, 1, 3, bismuth),
    fallCs: valueOf(4, 2, 6, bismuth),
  },
];

export const alloyNamed = (name: AlloyName): Alloy => alloys.find((alloy) => alloy.name === name)!;
