import { z } from "zod";
import { looseParts, linesNow } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";

/** A part is moved over to the new layer. */
export const partMoved = defineMove({
  kind: "part-moved",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({ part: key() }),
  told: "press",
  meets: ["part-moved", "part-back"],
  offers: ({ family, state }, fact) =>
    looseParts(family).flatMap(({ key: part, goes }) => {
      if ((fact?.is === "part-moved" || fact?.is === "part-back") && fact.part !== part) return [];
      return goes === "to the new layer" && state.open.parts[part] === "out" ? [{ part }] : [];
    }),
  needs: (scene): DeviceFact[] => {
    const [line] = linesNow(scene);
    return line ? [{ is: "fits", line }] : [];
  },
  faults: ({ family, state }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part);
    if (!known) return message("fault.unknown-part", { part, family: family.code });
    if (known.goes !== "to the new layer") return message("fault.part-stays", { name: known.name });
    return state.open.parts[part] === "out" ? null : message("fault.part-not-out", { name: known.name });
  },
  does: ({ state }, { part }) => ({
    ...state,
    open: { ...state.open, parts: { ...state.open.parts, [part]: "moved" } },
  }),
  reopens: (_, { part }) => [`part ${part}`],
  words: ({ family }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part);
    return message("move.part-moved", {
      name: known?.name ?? part,
      paired: known?.irreplaceable ? "yes" : "no",
    });
  },
  hazard: noHazard,
  minutes: () => 3,
  hands: 1,
  example: { part: "button" },
});
