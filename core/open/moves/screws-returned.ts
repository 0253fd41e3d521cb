import { z } from "zod";
import { pluggable } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";
import { beforeOpening } from "../open-facts.ts";
import { insideIsBack } from "../../close/inside-back.ts";
import { returnsFor, screwCells, screwLedger, screwName, screwRefusal, unlikeOf } from "../screw-ledger.ts";

const cell = () => boundedWhole(1, 10_000);

const sizeAt = ({ family }: Scene, hole: number) => screwCells(family).find((c) => c.cell === hole)?.size;

/** What must be in place before a screw goes over it. */
function beneath(scene: Scene, hole: number): DeviceFact[] {
  const holds = sizeAt(scene, hole)?.holds;
  const { family } = scene;
  if (holds === "casing") return [{ is: "shut" }];
  if (holds === "connectors") {
    return [
      { is: "casing-open" },
      ...pluggable(family).map(({ key }) => ({ is: "connector-joined" as const, connector: key })),
      { is: "supply-joined" },
    ];
  }
  return [{ is: "casing-open" }, ...insideIsBack(scene, "module")];
}

/** Screws back, each into the hole that it came from. */
export const screwsReturned = defineMove({
  kind: "screws-returned",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({
    screws: z
      .array(z.strictObject({ cell: cell(), hole: cell() }))
      .min(1)
      .max(200),
  }),
  told: "press",
  meets: ["screws-back"],
  offers: ({ family, state }, fact) => {
    const ledger = screwLedger(family, state.open.screws);
    return family.screws.flatMap((size) => {
      if (fact?.is === "screws-back" && size.holds !== fact.holds) return [];
      const screws = returnsFor(ledger, size.key);
      return screws.length === 0 ? [] : [{ screws }];
    });
  },
  needs: (scene, { screws }) => {
    const { cells } = screwLedger(scene.family, scene.state.open.screws);
    return [
      ...beforeOpening(scene).filter(({ is }) => is === "off" || is === "unplugged"),
      ...[...new Set(screws.map(({ hole }) => sizeAt(scene, hole)?.holds))].flatMap((holds) => {
        const hole = screws.find((s) => sizeAt(scene, s.hole)?.holds === holds)!.hole;
        return beneath(scene, hole);
      }),
      ...screws.flatMap((entry): DeviceFact[] =>
        unlikeOf(cells, entry) ? [{ is: "screw-fits", cell: entry.cell, hole: entry.hole }] : [],
      ),
    ];
  },
  faults: ({ family, state }, { screws }) => {
    const ledger = screwLedger(family, state.open.screws);
    const refusal = screwRefusal(ledger, {
      kind: "returned",
      // Whether it fits is a need, which a name may stand in for.
      screws: screws.map((entry) => ({ ...entry, meant: true })),
    });
    return refusal ? message("fault.screws", { why: refusal.sentence, path: refusal.path }) : null;
  },
  does: ({ state }, { screws }) => ({
    ...state,
    open: { ...state.open, screws: [...state.open.screws, { kind: "returned", screws }] },
  }),
  reopens: (scene, { screws }) => [
    ...new Set(screws.map(({ hole }) => `screws ${sizeAt(scene, hole)?.holds}`)),
  ],
  words: (scene, { screws }) => {
    const size = sizeAt(scene, screws[0]!.hole);
    return message("move.screws-returned", {
      count: screws.length,
      name: size ? screwName(size) : "",
      where: size?.where ?? "",
    });
  },
  hazard: noHazard,
  minutes: (_, { screws }) => 0.3 * screws.length,
  hands: 1,
  example: { screws: [{ cell: 1, hole: 1 }] },
});
