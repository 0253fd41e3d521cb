import { z } from "zod";
import { pluggable } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";
import { beforeOpening } from "../open-facts.ts";
import { cellsText, screwCells, screwLedger, screwName, screwRefusal } from "../screw-ledger.ts";

const sizesOf = ({ family }: Scene, cells: readonly number[]) => {
  const all = screwCells(family);
  return [...new Set(cells.map((cell) => all.find((c) => c.cell === cell)?.size))].filter(
    (size) => size !== undefined,
  );
};

/** Screws out, each into its own cell of the tray. */
export const screwsTaken = defineMove({
  kind: "screws-taken",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({ cells: z.array(boundedWhole(1, 10_000)).min(1).max(200) }),
  told: "press",
  meets: ["screws-out"],
  offers: ({ family, state }, fact) => {
    const { cells } = screwLedger(family, state.open.screws);
    return family.screws.flatMap((size) => {
      if (fact?.is === "screws-out" && size.holds !== fact.holds) return [];
      const left = cells
        .filter((c) => c.size.key === size.key && (c.screw === "in" || c.screw === "back"))
        .map(({ cell }) => cell);
      return left.length === 0 ? [] : [{ cells: left }];
    });
  },
  needs: (scene, { cells }): DeviceFact[] => [
    ...beforeOpening(scene),
    ...sizesOf(scene, cells).flatMap(({ holds }): DeviceFact[] => {
      if (holds === "casing") return [];
      if (holds === "connectors" || scene.family.wayIn !== "glass on a frame") return [{ is: "casing-open" }];
      // Behind glass on a frame the cables come off before the module does.
      return [
        { is: "casing-open" },
        { is: "safe" },
        ...pluggable(scene.family).map(({ key }) => ({ is: "connector-open" as const, connector: key })),
      ];
    }),
  ],
  faults: ({ family, state }, { cells }) => {
    const refusal = screwRefusal(screwLedger(family, state.open.screws), { kind: "taken", cells });
    return refusal ? message("fault.screws", { why: refusal.sentence, path: refusal.path }) : null;
  },
  does: ({ state }, { cells }) => ({
    ...state,
    open: { ...state.open, screws: [...state.open.screws, { kind: "taken", cells }] },
  }),
  reopens: (scene, { cells }) => sizesOf(scene, cells).map(({ holds }) => `screws ${holds}`),
  words: (scene, { cells }) => {
    const [size] = sizesOf(scene, cells);
    return message("move.screws-taken", {
      count: cells.length,
      name: size ? screwName(size) : "",
      head: size?.head ?? "",
      where: size?.where ?? "",
      cells: cellsText(cells),
    });
  },
  hazard: noHazard,
  minutes: (_, { cells }) => 0.25 * cells.length,
  hands: 1,
  example: { cells: [1, 2] },
});
