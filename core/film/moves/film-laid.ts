import { z } from "zod";
import { dryEdges } from "../../clean/dry-edge.ts";
import { lineOf, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { allConnectorsOpen, handsIn } from "../../open/open-facts.ts";
import { filmSide } from "../films.ts";
import { layingPlan } from "../laying.ts";

/** The new film lies: one edge first, its liner away slowly. */
export const filmLaid = defineMove({
  kind: "film-laid",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({ film: filmSide() }),
  told: "press",
  meets: ["on"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "on" && fact.line !== film) || lineOf(state, film).on ? [] : [{ film }],
    ),
  needs: (scene, { film }): DeviceFact[] => [
    ...handsIn,
    ...allConnectorsOpen(scene),
    { is: "old-off", line: film },
    { is: "lit-bare" },
    { is: "film-cut", film },
    { is: "clean", line: film },
    ...(dryEdges(scene.family).length > 0 ? [{ is: "edge-held-up" } as const] : []),
    { is: "freshly-wiped", line: film },
  ],
  faults: ({ state }, { film }) =>
    lineOf(state, film).on ? message("fault.on-already", { line: film }) : null,
  does: ({ family, state }, { film }, { seq }) => {
    const [liner] = family.parts.filter(({ kind }) => kind === "liner");
    const laid = withMark(withLine(state, film, { on: true }), `${film} on`, seq);
    return {
      ...laid,
      marks: { ...laid.marks, renewed: seq },
      close: liner
        ? {
            ...laid.close,
            linersOn: { ...laid.close.linersOn, [liner.key]: (laid.close.linersOn[liner.key] ?? 0) - 1 },
            linersPeeled: laid.close.linersPeeled + 1,
          }
        : laid.close,
    };
  },
  reopens: () => ["stack"],
  words: ({ family }, { film }) => {
    const { first, towards, people } = layingPlan(family);
    return message("move.film-laid", { film, first, towards, people });
  },
  hazard: () => null,
  minutes: () => 4,
  hands: 2,
  example: { film: "front" },
});
