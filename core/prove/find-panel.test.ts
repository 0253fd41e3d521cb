import { expect } from "chai";
import { calculateBorderCheck } from "../bond/border-check.ts";
import { cameraDust } from "./camera-dust.ts";
import { findPanel } from "./find-panel.ts";
import { inspectPhoto } from "./inspect-photo.ts";
import { photoBorder } from "./photo-border.ts";
import { planted, viewOf as madeView } from "../../test/made-panel.ts";
import type { LitPanel } from "./lit-panel.ts";
import { hitsOf } from "./planted.ts";
import { photographPanel, type CameraView } from "./shoot-panel.ts";
import { squareUp } from "./fast-square-up.ts";
import { type Corners } from "./square-up.ts";

const panel = { widthMm: 70, heightMm: 46 };
const PX_PER_MM = 8;

const viewOf = (seed: number, more: Partial<CameraView> = {}, shown: Partial<LitPanel> = {}): CameraView =>
  madeView({ ...panel, lighting: "white", seed, ...shown }, PX_PER_MM, seed, more);
const farthest = (found: Corners, truth: Corners) =>
  Math.max(...found.map(({ x, y }, i) => Math.hypot(x - truth[i]!.x, y - truth[i]!.y)));

describe("finding the panel in a photo", () => {
  for (const lighting of ["white", "dark", "side"] as const) {
    it(`finds its corners to two pixels, ${lighting}, however it lies`, () => {
      for (let seed = 1; seed <= 4; seed += 1) {
        const view = viewOf(seed, {}, { lighting });
        const found = findPanel(photographPanel(view));
        expect(found, `seed ${seed}`).not.to.equal(null);
        expect(farthest(found!, view.corners), `seed ${seed}`).to.be.lessThan(2);
      }
    });
  }

  it("finds a lit panel without a border on a dark bench, and a dark one on a light bench", () => {
    for (const [lighting, level] of [
      ["white", 0.02],
      ["dark", 0.7],
    ] as const) {
      const view = viewOf(3, { borderMm: 0, bench: { level, slope: 0.02 } }, { lighting });
      expect(farthest(findPanel(photographPanel(view))!, view.corners)).to.be.lessThan(2);
    }
  });

  it("finds none on an empty bench", () => {
    const { rgba, width, height } = photographPanel(viewOf(1, { bench: { level: 0.18, slope: 0.07 } }));
    const empty = rgba.map((_, i) => (i % 4 === 3 ? 255 : 118 + ((i * 2_654_435_761) % 7)));
    expect(findPanel({ rgba: empty, width, height })).to.equal(null);
  });
});

describe("the border by photo", () => {
  const measured = (view: CameraView, corners: Corners) => {
    const size = { width: panel.widthMm * PX_PER_MM, height: panel.heightMm * PX_PER_MM };
    const squared = { rgba: squareUp(photographPanel(view), corners, size), ...size };
    const widths = photoBorder(squared, PX_PER_MM, 4);
    return widths && calculateBorderCheck({ panel, widthsMm: widths });
  };

  it("tells how far the glass lies aside and turned, to a tenth of a millimetre", () => {
    for (const [seed, offsetXMm, offsetYMm, turnDeg] of [
      [1, 0, 0, 0],
      [2, 0.8, -0.3, 0],
      [3, -0.4, 0.6, 0.5],
      [4, 0, 0, -1.2],
    ] as const) {
      const view = viewOf(seed, { picture: { offsetXMm, offsetYMm, turnDeg } });
      // The picture to the right of the middle means that the glass lies to its left.
      const found = measured(view, findPanel(photographPanel(view))!)!;
      expect(found.offsetXMm, `seed ${seed}`).to.be.closeTo(-offsetXMm, 0.1);
      expect(found.offsetYMm, `seed ${seed}`).to.be.closeTo(-offsetYMm, 0.1);
      expect(found.turnDeg!, `seed ${seed}`).to.be.closeTo(-turnDeg, 0.15);
      expect(found.pass).to.equal(Math.hypot(offsetXMm, offsetYMm) < 0.3 && Math.abs(turnDeg) < 0.3);
    }
  });

  it("is the same by the calculation that takes the picture's bytes, which refuses one without a border", () => {
    const view = viewOf(2, { picture: { offsetXMm: 0.8, offsetYMm: 0, turnDeg: 0 } });
    const size = { width: panel.widthMm * PX_PER_MM, height: panel.heightMm * PX_PER_MM };
    const picture = (rgba: Uint8ClampedArray) => ({
      ...size,
      rgbaBase64: Buffer.from(rgba).toString("base64"),
      scalePxPerMm: PX_PER_MM,
      borderMm: 4,
    });
    const rgba = squareUp(photographPanel(view), view.corners, size);
    expect(calculateBorderCheck({ panel, picture: picture(rgba) })).to.deep.equal(
      measured(view, view.corners),
    );
    expect(() => calculateBorderCheck({ panel, picture: picture(rgba.fill(200)) })).to.throw("shows no step");
    expect(() => calculateBorderCheck({ panel })).to.throw("or a picture");
  });

  it("says nothing where there is no border to be seen", () => {
    const view = viewOf(5, { borderMm: 0 });
    expect(measured(view, view.corners)).to.equal(null);
  });
});

describe("dust on the camera", () => {
  const dust = [
    { x: 300, y: 240, radiusPx: 2.4 },
    { x: 420, y: 200, radiusPx: 2.4 },
  ];
  const specks = [
    planted("speck", 58, 8, 0.2),
    planted("bubble", 20, 36, 1.6),
    planted("speck", 50, 30, 0.4),
  ];
  const shot = (seed: number, defects = specks) => {
    const view = viewOf(seed, { dust }, { lighting: "dark", defects });
    const corners = view.corners;
    const photo = photographPanel(view);
    const { defects: found } = inspectPhoto({
      photo,
      corners,
      panel,
      borderMm: 4,
      windows: [],
      lighting: "dark",
    });
    return { defects: found, corners };
  };

  it("is told from what lies under the glass by a second photo with the panel moved", () => {
    const [first, second] = [shot(21), shot(23)];
    const own = new Set(cameraDust(first, second, panel));
    expect(own.size).to.equal(2);
    const left = first.defects.filter((_, i) => !own.has(i));
    const hits = hitsOf(specks, left);
    // What lies under the border is not looked for; everything else is still there.
    expect(hits.filter((hit) => hit >= 0).length).to.equal(left.length);
    expect(left.length).to.be.at.least(2);
  });

  it("cannot be told where the panel did not move", () => {
    const first = shot(21);
    expect(cameraDust(first, first, panel)).to.equal(null);
  });
});
