import { expect } from "chai";
import { BenchHand } from "../../test/bench-hand.ts";

const keysOf = (hand: BenchHand) => {
  const keys: string[] = [];
  while (hand.state.present === "bond") {
    keys.push(hand.next()!.key);
    hand.press();
  }
  return keys;
};

describe("the bond", () => {
  it("of liquid: lot, dose, pattern, laid, lowered, aligned, looked at for bubbles", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    expect(keysOf(hand)).to.deep.equal([
      "lot-adhesive",
      "dose",
      "pattern",
      "lay",
      ...["lower", "lower", "align", "bubbles", "end"],
    ]);
    expect(hand.state.pattern!.name).to.equal("Branch");
  });

  it("of adhesive film goes through the laminator, and then no lamp is needed", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    expect(hand.try({ stage: "bond", kind: "school-chosen", data: { school: "sheet" } })).to.equal(null);
    expect(keysOf(hand)).to.deep.equal([
      ...["lot-film", "film-on-glass", "spend-film", "mould", "program"],
      ...["laminate", "laminate", "align", "bubbles", "end"],
    ]);
    expect(hand.state.settings.bond).to.include({ pressKpa: 300, laminateS: 60 });
    hand.workTo("cure");
    expect(hand.next()!.key).to.equal("no-lamp");
    hand.workTo("prove");
  });

  it("does not change its school once something is laid, nor take liquid where tape is laid", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    while (hand.next()!.key !== "lower") hand.press();
    expect(hand.try({ stage: "bond", kind: "school-chosen", data: { school: "sheet" } })!.path).to.equal(
      "school",
    );
    const taped = new BenchHand("AQ-8", "glass-sensor").workTo("bond");
    expect(taped.try({ stage: "bond", kind: "school-chosen", data: { school: "liquid" } })!.path).to.equal(
      "school",
    );
  });

  it("of tape notes what was used, keeps one liner until last and is squeezed for its time", () => {
    const hand = new BenchHand("AQ-8", "glass-sensor").workTo("bond");
    const asks: string[] = [];
    while (hand.state.present === "bond") {
      asks.push(hand.next()!.ask);
      hand.press();
    }
    expect(hand.state.parts.at(-1)).to.include({ part: "perimeter tape", unit: "mm" });
    expect(asks.some((ask) => /stays on until last/.test(ask))).to.equal(true);
    expect(hand.state.timers.find(({ timer }) => timer === "dwell")!.durationS).to.equal(30);
  });

  it("puts bubbles into the chamber with the program that was chosen, and wants each one settled", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    while (hand.next()!.key !== "bubbles") hand.press();
    const at = { xMm: 20, yMm: 30 };
    expect(
      hand.try({ stage: "bond", kind: "bubble-marked", data: { xMm: 900, yMm: 3, diameterMm: 1 } })!.path,
    ).to.equal("xMm");
    hand.try({ stage: "bond", kind: "bubble-marked", data: { ...at, diameterMm: 0.3 } });
    hand.try({
      stage: "bond",
      kind: "setting-chosen",
      data: { settings: { holdBar: 6, holdMin: 20, chamberC: 45 } },
    });
    hand.press();
    expect(hand.next()!.ask).to.include("6 bar, 45 °C, 20 min");
    hand.press();
    hand.press();
    expect(hand.next()!.key).to.equal("bubbles-settled");
    expect(hand.try(hand.next()!.draft())!.sentence).to.match(/^1 bubble is still marked/);
    const [bubble] = hand.state.bubbles;
    const settle = {
      stage: "bond",
      kind: "bubble-settled",
      data: { bubble: bubble!.id, as: "gone" },
    } as const;
    expect(hand.try(settle)).to.equal(null);
    expect(hand.try(settle)!.path).to.equal("bubble");
    hand.press();
    expect(hand.next()!.key).to.equal("end");
  });

  it("refuses a pattern that leaves the panel, and names the place", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    const refusal = hand.try({
      stage: "bond",
      kind: "pattern-chosen",
      data: { name: "off", pieces: [{ kind: "dot", xMm: 300, yMm: 10, volumeUl: 5 }] },
    });
    expect(refusal!.path).to.equal("pieces[0]");
    expect(refusal!.sentence).to.include("300, 10 must lie on the panel");
  });

  it("cures from as many places as the lamp was given, one after the other", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("cure");
    hand.try({
      stage: "cure",
      kind: "setting-chosen",
      data: { settings: { irradianceMwCm2: 60, lampPlaces: 3, exposureS: 40, tackS: 5 } },
    });
    hand.workTo("prove");
    const mains = hand.state.timers.filter(({ timer }) => timer.startsWith("main"));
    expect(mains.map(({ timer }) => timer)).to.deep.equal(["main-1", "main-2", "main-3"]);
    expect(mains.map(({ durationS }) => durationS)).to.deep.equal([40, 40, 40]);
  });
});
