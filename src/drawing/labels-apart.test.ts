import { expect } from "chai";
import { labelsApart, type Label } from "./labels-apart.ts";

const label = (x: number, y: number, dy = 4): Label => ({
  box: { x, y, width: 10, height: 4 },
  step: { dx: 0, dy },
});

describe("labels of a drawing", () => {
  it("stay where they are when there is room", () => {
    expect(labelsApart([label(0, 0), label(10, 0)]).map(({ y }) => y)).to.deep.equal([0, 0]);
  });
  it("give way to those before them, as often as it takes", () => {
    expect(labelsApart([label(0, 0), label(5, 0), label(8, 1)]).map(({ y }) => y)).to.deep.equal([0, 4, 9]);
    expect(labelsApart([label(0, 9, -4), label(5, 9, -4)]).map(({ y }) => y)).to.deep.equal([9, 5]);
  });
  it("stand clear of what is drawn there", () => {
    expect(labelsApart([label(0, 0)], [{ x: 2, y: 1, width: 3, height: 5 }])[0]!.y).to.equal(8);
  });
  it("stay where they would stand best when there is no room at all", () => {
    expect(labelsApart([label(0, 0)], [{ x: 0, y: 0, width: 100, height: 100 }])[0]!.y).to.equal(0);
  });
});
