import { looseParts, pluggable } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { screwLedger } from "../open/screw-ledger.ts";
import { stillHolds } from "../prove/prove-facts.ts";
import { lineOf, linesNow } from "../device/ask.ts";

/** The device as it is recorded after a move, for whoever reads a rehearsal. */
export interface DeviceLine {
  power: "joined" | "isolated" | "proved-off";
  connectorsOpen: string[];
  screwsOut: number;
  partsOut: string[];
  linersOn: number;
  casing: "shut" | "open" | "apart";
  panel: "alive" | "failed" | "unknown";
  facePartedPct: number;
  tests: Record<string, { result: string; holds: boolean }>;
}

export function deviceLine(scene: Scene): DeviceLine {
  const { family, state } = scene;
  const { open, prove, close, intake } = state;
  const picture = prove.tests.picture;
  const [line] = linesNow(scene);
  const { old, partedPct } = line ? lineOf(state, line) : { old: "on" as const, partedPct: 0 };
  const isLost = intake.broke.some(({ fn }) => fn === "picture") && state.lines.display?.on !== true;
  return {
    power: open.board === "joined" ? "joined" : open.provedDead ? "proved-off" : "isolated",
    connectorsOpen: pluggable(family).flatMap(({ key }) => (open.connectors[key] === "open" ? [key] : [])),
    screwsOut: screwLedger(family, open.screws).cells.filter(
      ({ screw }) => screw === "tray" || screw === "missing",
    ).length,
    partsOut: looseParts(family).flatMap(({ key }) => (open.parts[key] === "out" ? [key] : [])),
    linersOn: Object.values(close.linersOn).reduce((sum, on) => sum + on, 0),
    casing:
      open.casing === "shut" ? "shut" : Object.values(open.connectors).includes("open") ? "apart" : "open",
    panel: isLost ? "failed" : picture ? (picture.result === "pass" ? "alive" : "failed") : "unknown",
    facePartedPct: old === "off" ? 100 : Math.round(partedPct * 10) / 10,
    tests: Object.fromEntries(
      Object.entries(prove.tests).map(([fn, { result }]) => [fn, { result, holds: stillHolds(scene, fn) }]),
    ),
  };
}
