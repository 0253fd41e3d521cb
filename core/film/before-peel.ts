import { allConnectorsOpen, handsIn } from "../open/open-facts.ts";
import { looseParts } from "../device/ask.ts";
import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";
import type { FilmSide } from "./films.ts";

/** Before an old film is touched: its axis read and its upper edge marked, for both go with it; the panel free and dead. */
export const beforePeel = (scene: Scene, film: FilmSide): DeviceFact[] => [
  ...handsIn,
  { is: "axis-read", film },
  { is: "up-edge-marked", film },
  ...allConnectorsOpen(scene),
  // Contact strips lie under the panel: they are out, marked by place and way round.
  ...looseParts(scene.family).flatMap(({ key, serves }): DeviceFact[] =>
    serves.length > 0 ? [{ is: "part-out", part: key }] : [],
  ),
];
