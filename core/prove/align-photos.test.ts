import { expect } from "chai";
import { alignPhotos } from "./align-photos.ts";
import { photoOf, planted } from "../../test/made-panel.ts";
import type { PanelDefect } from "./lit-panel.ts";

const panel = { widthMm: 60, heightMm: 40 };
const taken = (lies: number, defects: PanelDefect[]) =>
  photoOf({ ...panel, lighting: "white", defects, seed: 5 }, 8, lies, { vignetting: 0.1 });
const speck = planted("speck", 30, 20, 1.5);
const bubble = planted("bubble", 42, 26, 4);
const align = (a: ReturnType<typeof taken>, b: ReturnType<typeof taken>) =>
  alignPhotos({ photos: [a, b], corners: [null, null], panel });

describe("two photos of a panel", () => {
  it("lie over one another, however the panel lay: what is the same does not differ", () => {
    const { changedPct, pictures } = align(taken(1, [bubble]), taken(2, [bubble]));
    expect(pictures).not.to.equal(null);
    expect(changedPct).to.be.lessThan(0.6);
  });

  it("differ where something has come or gone, and there alone", () => {
    const { difference, changedPct } = align(taken(1, [bubble, speck]), taken(2, [bubble]));
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
    expect(around(speck.xMm, speck.yMm)).to.be.greaterThan(100);
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
