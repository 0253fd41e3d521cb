import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { layingPlan } from "./laying.ts";

describe("laying a film", () => {
  it("begins at a short edge that may get wet, and goes away from it", () => {
    expect(layingPlan(familyNamed("KB-15"))).to.include({ first: "right", towards: "left", people: 1 });
    const tall = { ...familyNamed("KB-15"), outline: { widthMm: 200, heightMm: 300 } };
    // Its short edges are top and bottom, and the bottom one carries the driver chips.
    expect(layingPlan(tall)).to.include({ first: "top", towards: "bottom" });
  });

  it("wants two people for a television", () => {
    const television = { ...familyNamed("KB-15"), outline: { widthMm: 960, heightMm: 540 }, features: [] };
    expect(layingPlan(television).people).to.equal(2);
  });
});
