import type { RouteName } from "./routes.ts";

/** What quotations called the routes before they were kept by key. */
export const formerNames: Readonly<Record<string, RouteName>> = {
  "Layer only, liquid bond": "layer",
  "Glass with sensor, tape": "glass-sensor",
  Film: "film",
  "Backlight, soldered": "backlight",
  "Whole assembly": "assembly",
};
