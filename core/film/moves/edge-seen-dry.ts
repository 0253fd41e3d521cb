import { z } from "zod";
import { dryEdges } from "../../clean/dry-edge.ts";
import { defineMove, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { listed } from "../../words.ts";
import { oneOf } from "../../units.ts";

/** A loupe along the edge that must stay dry, before anything is powered. */
export const edgeSeenDry = defineMove({
  kind: "edge-seen-dry",
  version: 1,
  stage: ({ state }) => (state.marks.renewed === undefined ? "clean" : "prove"),
  data: z.strictObject({ result: oneOf(["dry", "wet"]) }),
  told: "answer",
  meets: ["edge-dry"],
  offers: ({ state }) =>
    state.film.drySeq < state.film.wetSeq ? [{ result: "dry" as const }, { result: "wet" as const }] : [],
  needs: () => [{ is: "casing-open" }],
  faults: noFault,
  does: ({ state }, { result }, { seq }) =>
    result === "dry"
      ? { ...state, film: { ...state.film, drySeq: seq } }
      : { ...state, intake: { ...state.intake, trouble: { fn: null, kind: "wet", seq } } },
  reopens: () => [],
  words: ({ family }, { result }) =>
    message("move.edge-seen-dry", { edges: listed(dryEdges(family).map(({ edge }) => edge)), result }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 1,
  example: { result: "dry" },
});
