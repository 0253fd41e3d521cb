import { expect } from "chai";
import { interpolate } from "./interpolate.ts";

describe("interpolation", () => {
  const [xs, ys] = [
    [0, 2, 3],
    [10, 30, 0],
  ];

  it("goes through its points and straight between them", () => {
    expect(xs.map((x) => interpolate(xs, ys, x))).to.deep.equal(ys);
    expect(interpolate(xs, ys, 0.5)).to.equal(15);
    expect(interpolate(xs, ys, 2.5)).to.equal(15);
  });

  it("stays at the nearer end beyond them, also where there is but one", () => {
    expect([interpolate(xs, ys, -5), interpolate(xs, ys, 99)]).to.deep.equal([10, 0]);
    expect(interpolate([7], [3], 1)).to.equal(3);
  });
});
