import { expect } from "chai";
import { screwLedger, type ScrewMove } from "../open/screw-ledger.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Family } from "../stack/family.ts";
import { kindTruth } from "../twin/truth.ts";
import { Twin } from "../twin/twin.ts";
import { played } from "./exercise.ts";
import { holes, type Act, type PutBackTruth } from "./put-back-acts.ts";
import {
  batteryFirst,
  bracketFirst,
  gasketLeft,
  inItsOrder,
  linerLeft,
  longScrew,
  putBack,
  wrongFlap,
} from "./put-back-hands.ts";
import type { PutBackHand } from "./put-back.ts";

/** The device of the exercise as the job engine has devices: each hole a size of its own. */
const asFamily = ({ takes }: PutBackTruth): Family => ({
  ...exampleFamilies.back,
  gluedBack: false,
  windows: [],
  features: [],
  screws: holes.map((hole) => ({
    key: hole.replace(" ", "-"),
    head: "cross",
    thread: "M1.4",
    lengthMm: takes[hole],
    count: 1,
    where: hole,
    places: [],
    holds: hole.startsWith("shell") ? "casing" : "connectors",
  })),
  connectors: [
    { key: "flex", name: "flex", kind: "press", opens: "by its flap", way: "straight up", tape: "none" },
  ],
  parts: [
    { kind: "part", key: "panel", name: "panel", goes: "back in its place" } as const,
    { kind: "gasket", key: "gasket", name: "gasket", goes: "back in its place" } as const,
    { kind: "tape", key: "tape", name: "tape", goes: "new each time" } as const,
    { kind: "liner", key: "liner", name: "liner", goes: "new each time", linerOf: "tape" } as const,
  ].map((part) => ({ irreplaceable: false, count: 1, harmedBy: [], serves: [], ...part })),
});

type Deed = readonly [kind: string, data: Record<string, unknown>];

/** What hands do to a device in an act of the exercise. */
function deedsOf(act: Act, truth: PutBackTruth, inHole: Map<number, number>): Deed[] {
  const [what, first, second, third] = act.split(" ");
  const cell = holes.findIndex((hole) => hole === `${first} ${second}`) + 1;
  switch (what) {
    case "out":
      inHole.delete(cell);
      return [["screws-taken", { cells: [cell] }]];
    case "in": {
      const isFree = (k: number) => ![...inHole.values()].includes(k);
      const screw = holes.findIndex((hole, k) => truth.takes[hole] === Number(third) && isFree(k + 1)) + 1;
      inHole.set(cell, screw);
      return [["screws-returned", { screws: [{ cell: screw, hole: cell }] }]];
    }
    case "open":
      return first === "battery" ? [["isolated", {}]] : [["connector-opened", { connector: "flex" }]];
    case "close":
      return first === "battery" ? [["supply-joined", {}]] : [["connector-joined", { connector: "flex" }]];
    case "lift":
      // The old tape goes with it, and the new one is laid with its liner.
      return [
        ["part-taken-out", { part: "panel" }],
        ["part-taken-out", { part: "tape" }],
        ["part-put-back", { part: "tape" }],
      ];
    case "peel":
      return [["liner-peeled", { liner: "liner" }]];
    default:
      if (act === "take shell") return [["casing-opened", {}]];
      if (act === "take gasket") return [["part-taken-out", { part: "gasket" }]];
      if (act === "lay gasket" || act === "lay panel") return [["part-put-back", { part: first }]];
      return act === "lay shell"
        ? [
            ["inside-wiped", {}],
            ["casing-shut", {}],
          ]
        : [];
  }
}

/**
 * The acts in the engine's own order: it counts the gasket, which lies on the rim, among what is inside, and lets nobody reach there under
 * power. So it comes out once the battery is open, and goes back before it is joined.
 */
function inEngineOrder(hands: readonly PutBackHand[]): Act[] {
  const acts: Act[] = [];
  let done = 0;
  for (const hand of hands) {
    if (hand.done <= done) continue;
    done = hand.done;
    acts.push(hand.act);
  }
  const rest = acts.filter((act) => !act.endsWith("gasket"));
  const afterOpen = rest.indexOf("open battery") + 1;
  if (acts.includes("take gasket")) rest.splice(afterOpen, 0, "take gasket");
  const beforeJoined = rest.findIndex((act) => act.startsWith("close battery"));
  if (acts.includes("lay gasket") && beforeJoined >= 0) rest.splice(beforeJoined, 0, "lay gasket");
  return rest;
}

/** What the twin breaks by a hand's acts; null where it bears them all. */
function brokenBy(
  truth: PutBackTruth,
  hands: readonly PutBackHand[],
): { harm: string | null; screws: ScrewMove[]; family: Family } {
  const family = asFamily(truth);
  const twin = new Twin(family, kindTruth);
  const inHole = new Map(holes.map((_, k) => [k + 1, k + 1]));
  twin.perform("switched-off", {}, 0);
  const screws: ScrewMove[] = [];
  for (const act of inEngineOrder(hands)) {
    for (const [kind, data] of deedsOf(act, truth, inHole)) {
      if (kind === "screws-taken") screws.push({ kind: "taken", cells: data.cells as number[] });
      if (kind === "screws-returned")
        screws.push({ kind: "returned", screws: data.screws as { cell: number; hole: number }[] });
      const { harm, impossible } = twin.perform(kind, data, 0);
      expect(impossible, `${act}: ${kind}`).to.equal(null);
      if (harm) return { harm, screws, family };
    }
  }
  return { harm: null, screws, family };
}

describe("putting back, held against the device that the job engine is tested by", () => {
  const seeds = Array.from({ length: 20 }, (_, k) => k + 1);
  const hands: [
    what: string,
    hand: (truth: PutBackTruth) => PutBackHand[],
    reason: string | null,
    harm: string | null,
  ][] = [
    ["in its order", inItsOrder, null, null],
    ["the long screw elsewhere", longScrew, "cracked", "a long screw cracks the panel"],
    ["the liner left on", linerLeft, "forgotten", "a liner was shut in"],
    ["the gasket left out", gasketLeft, "forgotten", "gasket was forgotten"],
    ["the battery joined first", batteryFirst, "live", "a short under power"],
    ["the bracket on open flaps", bracketFirst, "pinched", "a plate over an open connector"],
  ];
  for (const [what, hand, reason, harm] of hands) {
    it(`${what}: both come to ${harm ?? "no harm"}`, () => {
      for (const seed of seeds) {
        const truth = putBack.drawn(seed);
        const acts = hand(truth);
        expect(played(putBack, truth, acts).lost?.reason ?? null, `seed ${seed}`).to.equal(reason);
        expect(brokenBy(truth, acts).harm, `seed ${seed}`).to.equal(harm);
      }
    });
  }

  it("names the same screw, by the same length, as the ledger of screws", () => {
    for (const seed of seeds) {
      const truth = putBack.drawn(seed);
      const { lost } = played(putBack, truth, longScrew(truth));
      const { family, screws } = brokenBy(truth, longScrew(truth));
      const [misfit] = screwLedger(family, screws).misfits;
      expect(misfit!.longerMm).to.equal(lost!.had - lost!.limit);
      expect(truth.takes[holes[misfit!.hole - 1]!]).to.equal(lost!.limit);
      const well = brokenBy(truth, inItsOrder(truth));
      expect(screwLedger(family, well.screws)).to.deep.include({ misfits: [], balanced: true, left: [] });
    }
  });

  it("which way a flap closes only the exercise knows", () => {
    const truth = putBack.drawn(1);
    expect(played(putBack, truth, wrongFlap(truth)).lost?.reason).to.equal("latch");
    expect(brokenBy(truth, wrongFlap(truth)).harm).to.equal(null);
  });
});
