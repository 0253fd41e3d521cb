import { z } from "zod";
import { looseParts, pluggable, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { lineKeys } from "../../device/line.ts";
import type { Device } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { screwCells } from "../../open/screw-ledger.ts";
import { key } from "../../stack/family.ts";
import { boundedWhole, oneOf } from "../../units.ts";

/** Nothing has been done to the device by this record yet. */
const isUntouched = ({ at, touched }: Device): boolean =>
  at === "intake" && Object.keys(touched).length === 0;

/**
 * A device that comes in opened, or whose job was begun elsewhere: what is open, out and joined now. Only before anything was done to
 * it here; everything that the survey does not name is taken as it comes from the maker.
 */
export const surveyed = defineMove({
  kind: "surveyed",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({
    casing: oneOf(["shut", "open"]),
    supply: oneOf(["joined", "isolated"]),
    plugged: z.boolean(),
    connectorsOpen: z.array(key()).max(100),
    partsOut: z.array(key()).max(100),
    screwsOut: z.array(boundedWhole(1, 10_000)).max(200),
    /** Old layers that are off. */
    layersOff: z.array(oneOf(lineKeys)).max(4),
  }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ family, state }, { casing, connectorsOpen, partsOut, screwsOut, layersOff }) => {
    if (!isUntouched(state)) return message("fault.survey-too-late");
    if (casing === "shut" && connectorsOpen.length + partsOut.length + layersOff.length > 0) {
      return message("fault.survey-shut");
    }
    const connectors = pluggable(family).map((c) => c.key);
    const parts = looseParts(family).map((p) => p.key);
    const cells = screwCells(family).map(({ cell }) => cell);
    const unknown =
      connectorsOpen.find((c) => !connectors.includes(c)) ??
      partsOut.find((p) => !parts.includes(p)) ??
      screwsOut.find((c) => !cells.includes(c));
    return unknown === undefined
      ? null
      : message("fault.survey-unknown", { what: String(unknown), family: family.code });
  },
  does: ({ family, state }, told, { seq, atMs }) => {
    const lines = told.layersOff.reduce(
      (next, line) => withMark(withLine(next, line, { old: "off", partedPct: 100 }), `${line} off`, seq),
      told.casing === "open" ? withMark(state, "opened", seq) : state,
    );
    const open = new Set(told.connectorsOpen);
    const out = new Set(told.partsOut);
    // In pieces it cannot be tried from outside: what nobody tried before, nobody can tell.
    const untold = told.casing === "open" ? family.functions : [];
    return {
      ...lines,
      intake: {
        ...lines.intake,
        tried: {
          ...Object.fromEntries(untold.map(({ key: fn }) => [fn, "cannot-tell" as const])),
          ...lines.intake.tried,
        },
        // With its old layer off the fault can no longer be looked for in the flexes.
        seated: told.layersOff.length > 0 ? ("still" as const) : lines.intake.seated,
      },
      open: {
        ...lines.open,
        casing: told.casing,
        backRim: told.casing === "open" ? ("cut" as const) : lines.open.backRim,
        board: told.supply,
        // A device that runs from its cell has nothing to pull.
        plugged: family.power === "cell" ? lines.open.plugged : told.plugged,
        // Nobody knows for how long: the capacitors get their time from now on.
        unpluggedAtMs: told.plugged ? null : atMs,
        // It may run: until somebody has switched it off and pressed its button, nobody knows.
        on: told.supply === "joined",
        connectors: Object.fromEntries(
          Object.entries(lines.open.connectors).map(([c, is]) => [c, open.has(c) ? ("open" as const) : is]),
        ),
        opened: told.connectorsOpen,
        parts: Object.fromEntries(
          Object.entries(lines.open.parts).map(([p, is]) => [p, out.has(p) ? ("out" as const) : is]),
        ),
        screws: told.screwsOut.length > 0 ? [{ kind: "taken" as const, cells: told.screwsOut }] : [],
      },
    };
  },
  reopens: () => ["stack", "supply"],
  words: (_, { casing, connectorsOpen, partsOut, screwsOut, layersOff }) =>
    message("move.surveyed", {
      casing,
      connectors: connectorsOpen.length,
      parts: partsOut.length,
      screws: screwsOut.length,
      layers: layersOff.length,
    }),
  hazard: noHazard,
  minutes: takes(5),
  hands: 1,
  example: {
    casing: "open",
    supply: "isolated",
    plugged: false,
    connectorsOpen: [],
    partsOut: [],
    screwsOut: [],
    layersOff: [],
  },
});
