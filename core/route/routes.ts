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
    title: "Layer only, liquid bond",
    short: "Layer only",
    replaces: "one bonded layer; the panel stays",
    joins: "liquid",
  },
  "glass-sensor": {
    title: "Glass with sensor, tape",
    short: "Glass with sensor",
    replaces: "cover glass and touch sensor as one unit",
    joins: "tape",
  },
  film: { title: "Film", short: "Film", replaces: "a polarizer", joins: "film" },
  backlight: {
    title: "Backlight, soldered",
    short: "Backlight",
    replaces: "the backlight unit behind the panel",
    joins: "none",
  },
  assembly: {
    title: "Whole assembly",
    short: "Whole assembly",
    replaces: "the display with everything on it",
    joins: "none",
  },
};
