import { expect } from "chai";
import { calculateBorderCheck } from "./border-check.ts";
import { worstBorderMm } from "./worst-border.ts";

describe("how far a glass lies aside", () => {
  const even = { topMm: 10, rightMm: 10, bottomMm: 10, leftMm: 10 };

  it("is half of what opposite widths differ by", () => {
    expect(worstBorderMm({ ...even, rightMm: 10.6, leftMm: 9.4 })).to.be.closeTo(0.6, 1e-9);
    expect(worstBorderMm(even)).to.equal(0);
  });

  it("shows a glass that is turned, where both ends are known, as border-check has it", () => {
    // Turned by 1 mm over each edge: every middle is even.
    const ends = {
      top: [9.5, 10.5],
      right: [9.5, 10.5],
      bottom: [10.5, 9.5],
      left: [10.5, 9.5],
    } as const;
    expect(worstBorderMm({ ...even, ends })).to.be.closeTo(0.5, 1e-9);
    const { worstMm } = calculateBorderCheck({
      panel: { widthMm: 100, heightMm: 100 },
      widthsMm: { top: [9.5, 10.5], right: [9.5, 10.5], bottom: [10.5, 9.5], left: [10.5, 9.5] },
    });
    expect(worstBorderMm({ ...even, ends })).to.be.closeTo(worstMm, 1e-9);
  });
});
