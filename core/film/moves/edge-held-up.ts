import { z } from "zod";
import { dryEdges } from "../../clean/dry-edge.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { listed } from "../../words.ts";

/** The panel stands so that nothing runs to an edge that must stay dry. */
export const edgeHeldUp = defineMove({
  kind: "edge-held-up",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({}),
  told: "press",
  meets: ["edge-held-up"],
  offers: ({ family, state }) => (dryEdges(family).length > 0 && !state.film.edgeUp ? [{}] : []),
  needs: () => [{ is: "casing-open" }],
  faults: ({ family }) => (dryEdges(family).length > 0 ? null : message("fault.no-dry-edge")),
  does: ({ state }) => ({ ...state, film: { ...state.film, edgeUp: true } }),
  reopens: () => [],
  words: ({ family }) => {
    const dry = dryEdges(family);
    return message("move.edge-held-up", {
      edges: listed(dry.map(({ edge }) => edge)),
      what: listed(dry.map(({ label }) => label)),
    });
  },
  hazard: noHazard,
  minutes: () => 0.5,
  hands: 1,
  example: {},
});
