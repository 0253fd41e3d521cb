import { expect } from "chai";
import { BenchHand, familyNamed } from "../../test/bench-hand.ts";
import type { EventDraft } from "../job/event.ts";
import { secondsLeft } from "../job/fold.ts";
import { areaOfAll, union } from "../../test/polygons.ts";
import fc from "fast-check";
import { dryEdges, tiltWords } from "./dry-edge.ts";
import { FRESH_S } from "./fresh.ts";
import { wipeAgeS } from "./freshness.ts";
import { residuePct } from "./residue.ts";

const step = (key: string): EventDraft => ({ stage: "clean", kind: "step-done", data: { step: key } });
const pressTo = (hand: BenchHand, key: string) => {
  while (hand.next()!.key !== key) hand.press();
  return hand;
};

describe("glue that is left", () => {
  it("counts each place once, and only on the panel (areas by a polygon package)", () => {
    const outline = { widthMm: 100, heightMm: 60 };
    const place = fc.record({
      xMm: fc.double({ min: 0, max: 100, noNaN: true }),
      yMm: fc.double({ min: 0, max: 60, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 8 }), (corners) => {
        const rings = corners.map(([a, b]): [number, number][] => [
          [a.xMm, a.yMm],
          [b.xMm, a.yMm],
          [b.xMm, b.yMm],
          [a.xMm, b.yMm],
        ]);
        // Turned the same way round, so that the package adds them up.
        const upright = rings.map((ring, i) => {
          const [a, b] = corners[i]!;
          return (b.xMm - a.xMm) * (b.yMm - a.yMm) < 0 ? [...ring].reverse() : ring;
        });
        const wanted = (100 * areaOfAll(union(upright))) / 6_000;
        const found = residuePct(
          outline,
          corners.map((points) => ({ points })),
        );
        expect(found).to.be.closeTo(wanted, 1e-3);
      }),
      { numRuns: 200 },
    );
  });

  it("is marked, cleared patch by patch, and nothing is called clear while a patch is left", () => {
    const hand = pressTo(new BenchHand("TK-5", "layer").workTo("clean"), "look");
    const points = [
      { xMm: 10, yMm: 10 },
      { xMm: 20, yMm: 30 },
    ] as const;
    const mark: EventDraft = {
      stage: "clean",
      kind: "residue-marked",
      data: { points: [points[0], points[1]] },
    };
    expect(hand.try(mark)).to.equal(null);
    expect(hand.try(mark)).to.equal(null);
    expect(hand.next()!.ask).to.match(/^Patch 1: \d+\.\d % of the panel\..* 2 left\.$/);
    expect(hand.try(step("look"))!.sentence).to.equal("2 patches are still marked.");
    hand.press();
    expect(hand.try(step("look"))!.sentence).to.equal("1 patch is still marked.");
    const gone = hand.state.residue[0]!.id;
    expect(hand.try({ stage: "clean", kind: "residue-cleared", data: { residue: gone } })!.path).to.equal(
      "residue",
    );
    hand.press();
    expect(hand.next()!.key).to.equal("look");
    const off: EventDraft = {
      stage: "clean",
      kind: "residue-marked",
      data: { points: [points[0], { xMm: 999, yMm: 1 }] },
    };
    expect(hand.try(off)!.path).to.equal("points[1]");
  });
});

describe("solvent and heat", () => {
  it("do not meet: no wipe before what heated the panel is off and cold, whoever signs", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("clean");
    expect(hand.next()!.key).to.equal("cold");
    const { hold } = hand.try(step("wipe"))!;
    expect(hold!.name).to.equal("no-hot-tool");
    expect(hold!.overridable).to.equal(false);
    const signed: EventDraft = {
      stage: "clean",
      kind: "hold-overridden",
      data: { hold: "no-hot-tool", reason: "it is only lukewarm by now" },
    };
    hand.try(signed);
    expect(hand.try(step("wipe"))!.hold!.name).to.equal("no-hot-tool");
    expect(hand.try(hold!.lifts[0]!.draft())).to.equal(null);
    expect(hand.try(step("wipe"))).to.equal(null);
  });

  it("are nobody's worry where nothing was heated", () => {
    const hand = new BenchHand("WS-240", "film").workTo("clean");
    expect(hand.next()!.key).to.equal("bulk");
    expect(hand.try(step("wipe"))).to.equal(null);
  });
});

describe("an edge that must stay dry", () => {
  it("is held up and wiped away from, in the family's own words", () => {
    const edges = dryEdges(familyNamed("KB-15"));
    expect(edges).to.deep.equal([{ edge: "bottom", towards: "top", label: "driver chips" }]);
    expect(tiltWords(edges)).to.match(/bottom edge up: nothing may run to the driver chips.*towards the top/);
    expect(dryEdges(familyNamed("TK-5"))).to.deep.equal([]);
    const two = tiltWords([...edges, { edge: "left", towards: "right", label: "chips" }]);
    expect(two).to.match(/^Lay it flat: bottom edge \(driver chips\) and left edge \(chips\) must stay dry/);
  });

  it("is seen to be dry before anything is powered, after the peel and after the wipe", () => {
    for (const [stage, wet] of [
      ["lift", "peel"],
      ["clean", "wipe"],
    ] as const) {
      const hand = pressTo(new BenchHand("KB-15", "film").workTo(stage), wet);
      expect(hand.state.stepsDone).to.have.property(`${stage}:edge-up`);
      hand.press();
      const power: EventDraft = {
        stage,
        kind: "function-checked",
        data: { function: "picture", result: "pass" },
      };
      const { hold } = hand.try(power)!;
      expect(hold!.name).to.equal("driver-edge-dry");
      expect(hold!.sentence).to.include("bottom edge (driver chips)");
      expect(hand.try(hold!.lifts[0]!.draft())).to.equal(null);
      expect(hand.try(power)).to.equal(null);
    }
  });
});

describe("the time from the last wipe to the laying", () => {
  it("runs from stage to stage and ends where the layer is laid", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("fit");
    const [wipe] = hand.state.timers.filter(({ stoppedAt }) => stoppedAt === null);
    expect(wipe!.label).to.equal("Since the last wipe");
    expect(secondsLeft(wipe!, hand.nowMs)).to.be.within(1, FRESH_S);
    hand.workTo("bond");
    expect(hand.next()!.key).to.equal("lot-adhesive");
    pressTo(hand, "lay").press();
    expect(hand.state.timers.filter(({ stoppedAt }) => stoppedAt === null)).to.deep.equal([]);
  });

  it("asks for another wipe where it was too long ago; a signed reason may stand in for it", () => {
    const hand = pressTo(new BenchHand("TK-5", "layer").workTo("bond"), "lay");
    hand.nowMs += FRESH_S * 1_000;
    expect(hand.next()!.key).to.equal("wipe-again");
    expect(hand.next()!.ask).to.match(/was \d+ min ago/);
    const lay: EventDraft = {
      stage: "bond",
      kind: "part-spent",
      data: { part: "liquid optical adhesive", quantity: 1, unit: "ml" },
    };
    expect(hand.try(lay)!.hold!.name).to.equal("freshly-wiped");
    hand.press();
    expect(wipeAgeS(hand.state, hand.nowMs)).to.equal(0);
    expect(hand.state.timers.filter(({ stoppedAt }) => stoppedAt === null)).to.have.length(1);
    hand.nowMs += 2 * FRESH_S * 1_000;
    expect(hand.try(lay)!.hold!.overridable).to.equal(true);
    hand.try({
      stage: "bond",
      kind: "hold-overridden",
      data: { hold: "freshly-wiped", reason: "it stood under the dust cover" },
    });
    expect(hand.try(lay)).to.equal(null);
  });

  it("begins only at the bond where a film is measured and cut before", () => {
    const hand = new BenchHand("WS-240", "film").workTo("bond");
    expect(wipeAgeS(hand.state, hand.nowMs)).to.equal(null);
    expect(hand.next()!.key).to.equal("wipe-again");
    const first: EventDraft = { stage: "bond", kind: "step-done", data: { step: "first-edge" } };
    expect(hand.try(first)!.hold!.sentence).to.include("Nobody has wiped it");
    hand.press();
    expect(hand.try(first)).to.equal(null);
  });
});
