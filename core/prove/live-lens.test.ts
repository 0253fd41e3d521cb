import { expect } from "chai";
import { straightened } from "./lens.ts";
import { LiveLens, type LensSeen } from "./live-lens.ts";
import { LiveBorder } from "./live-border.ts";
import { SIMULATED_LENS, simulatedFrame } from "./simulated-live.ts";
import { straightener } from "./lens.ts";

describe("the stand-in's live camera", function () {
  this.timeout(60_000);
  const outline = { widthMm: 240, heightMm: 180 };

  it("shows the sheet moved about; five places tell its lens", () => {
    const live = new LiveLens();
    let seen: LensSeen | undefined;
    for (let atMs = 0; atMs < 16_000 && !seen?.told; atMs += 500)
      seen = live.look(simulatedFrame({ of: "sheet", code: "camera", outline, borderMm: 0 }, atMs));
    expect(seen!.kept).to.equal(seen!.wanted);
    const { lens, offPx, bentPx } = seen!.told!;
    expect(offPx).to.be.below(0.35);
    expect(bentPx).to.be.above(2 * offPx);
    const corner = { x: 20, y: 20 };
    const [told, truth] = [straightened(lens, corner), straightened(SIMULATED_LENS, corner)];
    expect(Math.hypot(told.x - truth.x, told.y - truth.y)).to.be.below(2);
  });

  it("does not take the sheet twice at one place, nor a bench without it", () => {
    const live = new LiveLens();
    const sheet = { of: "sheet", code: "camera", outline, borderMm: 0 } as const;
    expect(live.look(simulatedFrame(sheet, 0))).to.include({ kept: 1, fault: null });
    expect(live.look(simulatedFrame(sheet, 1))).to.include({ kept: 1, fault: "same place" });
    const panel = {
      of: "specks",
      code: "GW-1",
      outline: { widthMm: 110, heightMm: 70 },
      borderMm: 4,
    } as const;
    expect(live.look(simulatedFrame(panel, 0)).fault).to.equal("no sheet");
  });

  it("shows a long panel on its side, and its border is told in the panel's own directions", () => {
    const outline = { widthMm: 70, heightMm: 150 };
    const straight = straightener(SIMULATED_LENS);
    const mean = ([a, b]: readonly [number, number]) => (a + b) / 2;
    const told = (["up", "right", "left"] as const).map((top) => {
      const glass = { of: "border", code: "GW-2", outline, borderMm: 4, top } as const;
      const { ends } = new LiveBorder(outline, 4, top).look(straight(simulatedFrame(glass, 0)));
      return { x: mean(ends!.right) - mean(ends!.left), y: mean(ends!.bottom) - mean(ends!.top) };
    });
    for (const one of told) {
      expect(one.x).to.be.closeTo(told[0]!.x, 0.25);
      expect(one.y).to.be.closeTo(told[0]!.y, 0.25);
    }
    expect(Math.hypot(told[0]!.x, told[0]!.y)).to.be.above(0.5);
  });

  it("shows a glass that is nudged into its place", () => {
    const glass = {
      of: "border",
      code: "GW-2",
      outline: { widthMm: 110, heightMm: 70 },
      borderMm: 4,
    } as const;
    const straight = straightener(SIMULATED_LENS);
    const widths = (atMs: number) => {
      const { ends } = new LiveBorder(glass.outline, 4).look(straight(simulatedFrame(glass, atMs)));
      return [ends!.left, ends!.right].map(([a, b]) => (a + b) / 2) as [number, number];
    };
    const [left, right] = widths(0);
    expect(Math.abs(left - right)).to.be.above(0.2);
    for (const width of widths(60_000)) expect(width).to.be.closeTo(4, 0.25);
  });
});
