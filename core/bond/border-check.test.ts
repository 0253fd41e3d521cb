import { expect } from "chai";
import { calculateBorderCheck } from "./border-check.ts";

const panel = { widthMm: 140, heightMm: 65 };
const equal = { top: 3, right: 3, bottom: 3, left: 3 };
type Widths = Parameters<typeof calculateBorderCheck>[0]["widthsMm"];

/** What a glass that lies aside and is turned shows at the ends of every edge. Clockwise, x to the right, y down. */
function shownBy(dx: number, dy: number, turnDeg: number): Widths {
  const slope = Math.tan((turnDeg * Math.PI) / 180);
  const [w, h] = [panel.widthMm, panel.heightMm];
  return {
    top: [3 - dy + (slope * w) / 2, 3 - dy - (slope * w) / 2],
    bottom: [3 + dy - (slope * w) / 2, 3 + dy + (slope * w) / 2],
    right: [3 + dx + (slope * h) / 2, 3 + dx - (slope * h) / 2],
    left: [3 - dx - (slope * h) / 2, 3 - dx + (slope * h) / 2],
  };
}

describe("border-check", () => {
  it("passes an equal border and leaves it as it lies", () => {
    expect(calculateBorderCheck({ panel, widthsMm: equal })).to.deep.include({
      offsetXMm: 0,
      offsetYMm: 0,
      turnDeg: null,
      worstMm: 0,
      pass: true,
      nudge: "Leave it as it lies.",
    });
  });

  it("finds offset and turn again, whichever way", () => {
    for (const [dx, dy, turn] of [
      [0.6, -0.3, 0],
      [-0.4, 0.8, 0.3],
      [0, 0, -0.4],
    ] as const) {
      const found = calculateBorderCheck({ panel, widthsMm: shownBy(dx, dy, turn) });
      expect(found.offsetXMm).to.be.closeTo(dx, 1e-9);
      expect(found.offsetYMm).to.be.closeTo(dy, 1e-9);
      expect(found.turnDeg!).to.be.closeTo(turn, 1e-9);
    }
  });

  it("says which way to nudge: against where it lies", () => {
    const { nudge, pass, worst } = calculateBorderCheck({
      panel,
      widthsMm: { ...equal, right: 4.4, left: 1.6 },
    });
    expect(pass).to.equal(false);
    expect(["left", "right"]).to.include(worst);
    expect(nudge).to.equal("Nudge the glass 1.4 mm to the left.");
    const turned = calculateBorderCheck({ panel, widthsMm: shownBy(0, 0.7, 0.4) });
    expect(turned.nudge).to.equal("Nudge the glass 0.7 mm up, 0.4° counter-clockwise.");
  });

  it("passes at half a millimetre and not beyond", () => {
    const off = (mm: number) =>
      calculateBorderCheck({ panel, widthsMm: { ...equal, top: 3 - mm, bottom: 3 + mm } }).pass;
    expect(off(0.5)).to.equal(true);
    expect(off(0.51)).to.equal(false);
  });
});
