import { expect } from "chai";
import { madeBorder, madeCamera, madeFrame } from "../../test/live-frames.ts";
import { bent, straightened, straightener } from "./lens.ts";
import { fitLens, seenDots } from "./lens-fit.ts";
import { LiveBorder } from "./live-border.ts";
import { sheetScene } from "./live-scene.ts";

const sheet = { widthMm: 240, heightMm: 180 };
const size = { width: 640, height: 480 };

describe("a camera's lens", function () {
  this.timeout(60_000);

  it("bends a place and brings it back", () => {
    for (const [k1, k2] of [
      [0.1, 0.02],
      [-0.08, 0.01],
    ] as const) {
      const lens = { ...size, k1, k2 };
      for (const place of [
        { x: 3, y: 5 },
        { x: 320, y: 240 },
        { x: 610, y: 100 },
      ]) {
        const back = straightened(lens, bent(lens, place));
        expect(Math.hypot(back.x - place.x, back.y - place.y)).to.be.below(1e-6);
      }
    }
  });

  it("is told from one picture of the sheet: what is left is a third of a pixel, and its scale is right", () => {
    for (const [seed, k1, k2] of [
      [2, 0.09, 0.01],
      [3, -0.06, 0],
      [4, 0, 0],
    ] as const) {
      const camera = madeCamera(seed, sheet, size.width, size.height);
      const lens = { ...size, k1, k2 };
      const dots = seenDots(madeFrame(camera, sheetScene(sheet), 0, lens));
      expect(dots.length, `dots, seed ${seed}`).to.be.at.least(80);
      const fit = fitLens(dots, size)!;
      expect(fit.offPx).to.be.below(0.33);
      if (k1 !== 0) expect(fit.bentPx).to.be.above(2 * fit.offPx);
      // In every corner of the picture the bend is taken out to a pixel, but for a common scale that no flat sheet tells.
      const places = [
        [40, 40],
        [600, 40],
        [600, 440],
        [40, 440],
        [320, 60],
      ] as const;
      const shares = places.map(([x, y]) => {
        const [told, truth] = [straightened(fit.lens, { x, y }), straightened(lens, { x, y })];
        return Math.hypot(told.x - 320, told.y - 240) / Math.hypot(truth.x - 320, truth.y - 240);
      });
      const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length;
      for (const share of shares) expect(Math.abs(share / mean - 1) * 360).to.be.below(1.2);
      expect(fit.pxPerMm / camera.pxPerMm).to.be.closeTo(1, 0.03);
    }
  });

  it("taken out, a border is told to a pixel that was not before", () => {
    const panel = { widthMm: 110, heightMm: 66 };
    const frame = { width: 720, height: 450 };
    const lens = { ...frame, k1: 0.09, k2: 0 };
    const camera = madeCamera(12, panel, frame.width, frame.height);
    const { truth, scene } = madeBorder(camera, 4);
    const photo = madeFrame(camera, scene, 0, lens);
    const worstPx = (of: typeof photo) => {
      const { ends } = new LiveBorder(panel, 4).look(of);
      const off = (["top", "right", "bottom", "left"] as const).flatMap((edge) =>
        ([0, 1] as const).map((k) => Math.abs(ends![edge][k] - truth[edge][k])),
      );
      return Math.max(...off) * camera.pxPerMm;
    };
    expect(worstPx(photo)).to.be.above(1.2);
    expect(worstPx(straightener(lens)(photo))).to.be.below(1);
  });

  it("is not told from too few dots, or from dots in one corner", () => {
    const camera = madeCamera(2, sheet, size.width, size.height);
    const dots = seenDots(madeFrame(camera, sheetScene(sheet)));
    expect(fitLens(dots.slice(0, 39), size)).to.equal(null);
    expect(fitLens(dots, { width: 1_600, height: 1_200 })).to.equal(null);
    expect(seenDots(madeFrame(camera, () => 0.3))).to.deep.equal([]);
  });
});
