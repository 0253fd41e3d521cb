import { t } from "../../words/route.ts";
export const routeNames = ["layer", "glass-sensor", "film", "backlight", "assembly"] as const;
/** What of a family can be replaced by itself. */
export type RouteName = (typeof routeNames)[number];

/** A route in words, and how the new layer is joined. */
export interface Route {
  title: string;
  /** The title where room is short. */
  short: string;
  replaces: string;
  joins: "liquid" | "tape" | "film" | "none";
}

export const routes: Record<RouteName, Route> = {
  layer: {
    get title() {
      return t("layer-only-liquid-bond");
    },
    get short() {
      return t("layer-only");
    },
    get replaces() {
      return t("one-bonded-layer-the-panel-stays");
    },
    joins: "liquid",
  },
  "glass-sensor": {
    get title() {
      return t("glass-with-sensor-tape");
    },
    get short() {
      return t("glass-with-sensor");
    },
    get replaces() {
      return t("cover-glass-and-touch-sensor-as-one");
    },
    joins: "tape",
  },
  film: {
    get title() {
      return t("film");
    },
    get short() {
      return t("film");
    },
    get replaces() {
      return t("a-polarizer");
    },
    joins: "film",
  },
  backlight: {
    get title() {
      return t("backlight-soldered");
    },
    get short() {
      return t("backlight");
    },
    get replaces() {
      return t("the-backlight-unit-behind-the-panel");
    },
    joins: "none",
  },
  assembly: {
    get title() {
      return t("whole-assembly");
    },
    get short() {
      return t("whole-assembly");
    },
    get replaces() {
      return t("the-display-with-everything-on-it");
    },
    joins: "none",
  },
};
