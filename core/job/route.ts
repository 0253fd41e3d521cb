export const stageNames = [
  "intake",
  "open",
  "lift",
  "clean",
  "rework",
  "fit",
  "bond",
  "cure",
  "prove",
  "close",
] as const;
export type StageName = (typeof stageNames)[number];

export const routeNames = ["layer", "glass-sensor", "film", "backlight", "assembly"] as const;
export type RouteName = (typeof routeNames)[number];

/** How a job goes from intake to a closed device: the stages it passes, in order, and how the new layer is joined. */
export interface Route {
  title: string;
  /** The title where room is short. */
  short: string;
  replaces: string;
  stages: readonly StageName[];
  joins: "liquid" | "tape" | "film" | "none";
}

export const routes: Record<RouteName, Route> = {
  layer: {
    title: "Layer only, liquid bond",
    short: "Layer only",
    replaces: "one bonded layer; the panel stays",
    stages: ["intake", "open", "lift", "clean", "fit", "bond", "cure", "prove", "close"],
    joins: "liquid",
  },
  "glass-sensor": {
    title: "Glass with sensor, tape",
    short: "Glass with sensor",
    replaces: "cover glass and touch sensor as one unit",
    stages: ["intake", "open", "lift", "clean", "fit", "bond", "prove", "close"],
    joins: "tape",
  },
  film: {
    title: "Film",
    short: "Film",
    replaces: "a polarizer",
    stages: ["intake", "open", "lift", "clean", "fit", "bond", "prove", "close"],
    joins: "film",
  },
  backlight: {
    title: "Backlight, soldered",
    short: "Backlight",
    replaces: "the backlight unit behind the panel",
    stages: ["intake", "open", "rework", "fit", "prove", "close"],
    joins: "none",
  },
  assembly: {
    title: "Whole assembly",
    short: "Whole assembly",
    replaces: "the display with everything on it",
    stages: ["intake", "open", "fit", "prove", "close"],
    joins: "none",
  },
};

/** Ways to lay a bonded layer: liquid adhesive, or a film of adhesive pressed in a laminator. */
export const schools = ["liquid", "sheet"] as const;
export type School = (typeof schools)[number];

export const stageTitles: Record<StageName, string> = {
  intake: "Intake",
  open: "Open",
  lift: "Lift",
  clean: "Clean",
  rework: "Rework",
  fit: "Fit",
  bond: "Bond",
  cure: "Cure",
  prove: "Prove",
  close: "Close",
};
