import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { tapePlan } from "./tape-plan.ts";

describe("a perimeter tape", () => {
  const family = familyNamed("AQ-8");

  it("is the widest that stays clear of the picture and of the frame's rim", () => {
    // A border of 9 mm, half a millimetre clear at each side: 8 mm.
    expect(tapePlan(family).widestMm).to.equal(8);
    expect(tapePlan({ ...family, borderMm: 2.4 }).widestMm).to.equal(1);
    expect(tapePlan({ ...family, borderMm: 1.5 })).to.include({ widestMm: null, pressN: null });
  });

  it("butts short strips between long ones, with a gap at each corner", () => {
    const { strips, lengthMm } = tapePlan({
      ...family,
      outline: { widthMm: 196, heightMm: 126 },
      features: [],
      windows: [],
    });
    expect(strips.map(({ edge }) => edge)).to.deep.equal(["top", "bottom", "right", "left"]);
    expect(strips.map((strip) => strip.lengthMm)).to.deep.equal([195, 195, 108, 108]);
    expect(lengthMm).to.equal(606);
  });

  it("lies over no window, no stretch without glue and no exit of a flex", () => {
    const { strips } = tapePlan(family);
    const covers = (edge: string, atMm: number) =>
      strips.some((strip) => strip.edge === edge && strip.fromMm < atMm && atMm < strip.toMm);
    // The demo's AQ-8: a camera bay from 80 to 116 mm at the top, the touch flex from 40 to 86 mm at the left.
    expect(covers("top", 98), "camera bay").to.equal(false);
    expect(covers("left", 60), "touch flex").to.equal(false);
    expect(covers("top", 40)).to.equal(true);
    expect(covers("left", 20)).to.equal(true);
    const bare = {
      ...family,
      features: [],
      windows: [{ kind: "camera" as const, label: "eye", xMm: 30, yMm: 4, radiusMm: 3 }],
    };
    const top = tapePlan(bare).strips.filter(({ edge }) => edge === "top");
    expect(top).to.have.length(2);
    expect(top[0]!.toMm).to.be.at.most(27);
    expect(top[1]!.fromMm).to.be.at.least(33);
  });

  it("keeps the liner of the edge with the flexes until last, and begins opposite", () => {
    const { liners } = tapePlan({
      ...family,
      features: [{ edge: "left", fromMm: 10, toMm: 30, kind: "hinge", label: "flex" }],
    });
    expect(liners).to.have.members(["top", "right", "bottom", "left"]);
    expect([liners[0], liners[3]]).to.deep.equal(["right", "left"]);
  });
});
