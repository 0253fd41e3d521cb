import { expect } from "chai";
import { alignPhotos } from "./align-photos.ts";
import { askewView, photographPanel, type PlantedDefect } from "./simulated-camera.ts";

const panel = { widthMm: 60, heightMm: 40 };
const taken = (seed: number, defects: PlantedDefect[], vignetting = 0.1) =>
  photographPanel({
    scene: { ...panel, pxPerMm: 8, lighting: "white", defects, seed: 5, vignetting },
    borderMm: 4,
    ...askewView(seed, panel, 8),
  });
const scratch: PlantedDefect = { kind: "scratch", xMm: 30, yMm: 20, sizeMm: 18 };
const bubble: PlantedDefect = { kind: "bubble", xMm: 42, yMm: 26, sizeMm: 4 };
const align = (a: ReturnType<typeof taken>, b: ReturnType<typeof taken>) =>
  alignPhotos({ photos: [a, b], corners: [null, null], panel });

describe("two photos of a panel", () => {
  it("lie over one another, however the panel lay: what is the same does not differ", () => {
    const { changedPct, pictures } = align(taken(1, [bubble]), taken(2, [bubble]));
    expect(pictures).not.to.equal(null);
    expect(changedPct).to.be.lessThan(0.6);
  });

  it("differ where something has come or gone, and there alone", () => {
    const { difference, changedPct } = align(taken(1, [bubble, scratch]), taken(2, [bubble]));
    expect(changedPct).to.be.greaterThan(align(taken(1, [bubble]), taken(2, [bubble])).changedPct);
    const { rgba, width, height } = difference!;
    const at = (xMm: number, yMm: number) =>
      rgba[
        4 * (Math.round((yMm / panel.heightMm) * height) * width + Math.round((xMm / panel.widthMm) * width))
      ]!;
    const around = (xMm: number, yMm: number) =>
      Math.max(
        ...[-0.4, -0.2, 0, 0.2, 0.4].flatMap((dx) =>
          [-0.4, -0.2, 0, 0.2, 0.4].map((dy) => at(xMm + dx, yMm + dy)),
        ),
      );
    expect(around(scratch.xMm, scratch.yMm)).to.be.greaterThan(100);
    expect(around(12, 30)).to.be.lessThan(100);
  });

  it("are not laid over one another where the panel is in one of them only; corners that are told are taken", () => {
    const one = taken(1, []);
    const empty = { ...one, rgba: one.rgba.map((_, i) => (i % 4 === 3 ? 255 : 118 + (i % 3))) };
    const { corners, pictures } = align(one, empty);
    expect(pictures).to.equal(null);
    expect(corners[0]).not.to.equal(null);
    expect(corners[1]).to.equal(null);
    const told = alignPhotos({ photos: [one, empty], corners: [corners[0], corners[0]], panel });
    expect(told.pictures).not.to.equal(null);
    expect(told.changedPct).to.be.greaterThan(20);
  });
});
