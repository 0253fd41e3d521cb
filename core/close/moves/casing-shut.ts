import { z } from "zod";
import { isFromFront, lineOf, linesNow, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { linersOfTape } from "../../bond/liners-of-tape.ts";
import { insideIsBack } from "../inside-back.ts";
import { provedOpen } from "../proved-open.ts";
import { hingeSide } from "../../stack/panel-geometry.ts";

/** Folded shut from the hinge edge, cables tucked: all that belongs inside is in, and it was proved open. */
export const casingShut = defineMove({
  kind: "casing-shut",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "press",
  meets: ["shut", "on"],
  offers: (scene, fact) =>
    scene.state.open.casing === "shut" ||
    (fact?.is === "on" && (fact.line !== "glass" || !isFromFront(scene)))
      ? []
      : [{}],
  needs: (scene): DeviceFact[] => {
    const [line] = linesNow(scene);
    const fresh = line !== undefined && isFromFront(scene) && lineOf(scene.state, line).old === "off";
    return [
      ...provedOpen(scene),
      { is: "off" },
      ...(scene.family.power === "cell" ? [] : ([{ is: "unplugged" }] as const)),
      ...(fresh ? ([{ is: "fits", line }, { is: "tape-on" }] as const) : []),
      ...insideIsBack(scene, "supply"),
      { is: "inside-wiped" },
      ...(fresh ? linersOfTape(scene) : []),
      ...Object.entries(scene.state.close.linersOn).flatMap(([liner, on]): DeviceFact[] =>
        on > 0 ? [{ is: "liners-off", liner }] : [],
      ),
      { is: "liners-counted" },
    ];
  },
  faults: noFault,
  does: (scene, _, { seq }) => {
    const shut = withMark(
      {
        ...scene.state,
        open: {
          ...scene.state.open,
          casing: "shut",
          backRim: scene.family.gluedBack ? "glued" : "cut",
        },
        // What is shut with tape holds again.
        lines:
          isFromFront(scene) && scene.state.lines.glass
            ? { ...scene.state.lines, glass: { ...scene.state.lines.glass, free: [], partedPct: 0 } }
            : scene.state.lines,
      },
      "shut",
      seq,
    );
    if (!isFromFront(scene) || lineOf(shut, "glass").old !== "off") return shut;
    const on = withMark(withLine(shut, "glass", { on: true }), "glass on", seq);
    return { ...on, marks: { ...on.marks, renewed: on.marks.renewed ?? seq } };
  },
  reopens: (scene) => (isFromFront(scene) ? ["casing", "stack"] : ["casing"]),
  words: (scene) =>
    message("move.casing-shut", {
      way: scene.family.wayIn,
      edge: hingeSide(scene.family) ?? "bottom",
    }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: {},
});
