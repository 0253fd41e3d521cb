import { z } from "zod";
import { hasScrews, isOnFrame, looseParts, routeNow } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { handsIn } from "../open-facts.ts";

/** A part is out and safe. */
export const partTakenOut = defineMove({
  kind: "part-taken-out",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({ part: key() }),
  told: "press",
  meets: ["part-out"],
  offers: ({ family, state }, fact) =>
    looseParts(family).flatMap(({ key: part }) => {
      if (fact?.is === "part-out" && fact.part !== part) return [];
      return state.open.parts[part] === "in" || state.open.parts[part] === "new" ? [{ part }] : [];
    }),
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    // Loose sheets behind a panel: their order is on a photo before one is lifted.
    ...(routeNow(scene) === "backlight" ? [{ is: "sheets-photographed" } as const] : []),
    ...(isOnFrame(scene) && hasScrews(scene.family, "module")
      ? [{ is: "screws-out", holds: "module" } as const]
      : []),
  ],
  faults: ({ family, state }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part);
    if (!known) return message("fault.unknown-part", { part, family: family.code });
    const is = state.open.parts[part];
    return is === "in" || is === "new" ? null : message("fault.part-out-already", { name: known.name });
  },
  does: ({ state }, { part }) => ({
    ...state,
    open: { ...state.open, parts: { ...state.open.parts, [part]: "out" } },
  }),
  reopens: (_, { part }) => [`part ${part}`],
  words: ({ family }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part);
    return message("move.part-taken-out", {
      name: known?.name ?? part,
      count: known?.count ?? 1,
      goes: known?.goes ?? "back in its place",
      paired: known?.irreplaceable ? "yes" : "no",
    });
  },
  hazard: ({ family }, { part }) =>
    looseParts(family).find((p) => p.key === part)?.kind === "cell" ? "cell" : null,
  minutes: takes(1.5),
  hands: 1,
  example: { part: "button" },
});
