import { z } from "zod";
import { isFromFront, withMark } from "../../device/ask.ts";
import { defineMove, inStage, noFault, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { beforeOpening } from "../open-facts.ts";
import { hingeSide } from "../../stack/panel-geometry.ts";

/** The casing is open: the back is off, the glass is hinged up about its uncut edge, or the casing is lifted off. */
export const casingOpened = defineMove({
  kind: "casing-opened",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({}),
  told: "press",
  meets: ["casing-open"],
  offers: ({ state }) => (state.open.casing === "shut" ? [{}] : []),
  needs: (scene): DeviceFact[] => [
    ...beforeOpening(scene),
    ...(scene.family.gluedBack ? [{ is: "back-rim-cut" } as const] : []),
    { is: "screws-out", holds: "casing" },
    ...(isFromFront(scene) ? [{ is: "parted", line: "glass" } as const] : []),
  ],
  faults: noFault,
  does: ({ state }, _, { seq }) => {
    const open = {
      ...state,
      open: { ...state.open, casing: "open" as const },
      // Tape that was parted again is to be squeezed again.
      close: { ...state.close, insideWipedAtMs: null, outsideClean: false },
      bond: { ...state.bond, squeezed: false, squeezeSinceMs: null },
    };
    return state.marks.opened === undefined ? withMark(open, "opened", seq) : open;
  },
  reopens: () => ["casing"],
  words: ({ family }) =>
    message("move.casing-opened", {
      way: family.wayIn,
      edge: hingeSide(family) ?? "bottom",
    }),
  hazard: (scene) => (isFromFront(scene) ? "glass" : null),
  minutes: takes(2),
  hands: 1,
  example: {},
});
