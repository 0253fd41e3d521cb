import { expect } from "chai";
import { planted, viewOf } from "../../test/made-panel.ts";
import { photographPanel } from "./shoot-panel.ts";
import { inspectPhoto, scaleOf } from "./inspect-photo.ts";
import { mapCorners } from "./square-up.ts";

const panel = { widthMm: 48, heightMm: 34 };
const defects = [planted("speck", 12, 9, 0.5), planted("scratch", 33, 22, 6)];

/** A photo in which the panel lies tilted on a dark bench. */
function tiltedPhoto(seed: number, planted = defects) {
  const view = viewOf({ ...panel, lighting: "white", defects: planted, seed }, 16, seed, {
    borderMm: 0,
    bench: { level: 0.06, slope: 0 },
    width: 900,
    height: 660,
    corners: [
      { x: 70, y: 50 },
      { x: 840, y: 72 },
      { x: 822, y: 610 },
      { x: 52, y: 588 },
    ],
  });
  return { photo: photographPanel(view), corners: view.corners };
}

/** A panel turned a little on the bench, with one speck that is wider than the nearest pixels that a grid is predicted from. */
function largeSpeck() {
  const size = { widthMm: 48, heightMm: 66 };
  const speck = planted("speck", 20, 40, 0.6);
  const view = viewOf({ ...size, lighting: "white", defects: [speck], seed: 8 }, 12, 4, {
    borderMm: 3,
    picture: { offsetXMm: 0.8, offsetYMm: 0, turnDeg: 0 },
  });
  return inspectPhoto({
    photo: photographPanel(view),
    corners: view.corners,
    panel: size,
    borderMm: 3,
    windows: [],
    lighting: "white",
  });
}

const look = (photo: ReturnType<typeof tiltedPhoto>, corners = photo.corners) =>
  inspectPhoto({ photo: photo.photo, corners, panel, borderMm: 2, windows: [], lighting: "white" }).defects;

describe("a photo that is squared up and looked through", () => {
  it("shows what lies under the glass where it lies, though the panel is tilted and its noise is smeared", () => {
    const found = look(tiltedPhoto(3));
    expect(found.map(({ kind }) => kind)).to.have.members(["speck", "scratch"]);
    for (const planted of defects) {
      const hit = found.find(({ kind }) => kind === planted.kind)!;
      expect(Math.hypot(hit.xMm - planted.xMm, hit.yMm - planted.yMm)).to.be.below(0.4);
    }
  });

  it("finds nothing on a clean one, with corners that a finger set off by a pixel or two", () => {
    const photo = tiltedPhoto(5, []);
    const off = mapCorners(photo.corners, ({ x, y }, i) => ({
      x: x + [2, -2, 2, -1][i]!,
      y: y + [-2, 1, 2, -2][i]!,
    }));
    expect(look(photo, off)).to.deep.equal([]);
  });

  it("is taken no finer than is of use", () => {
    const { corners } = tiltedPhoto(1, []);
    expect(scaleOf(corners, panel)).to.be.within(15, 17);
    const huge = mapCorners(corners, ({ x, y }) => ({ x: 10 * x, y: 10 * y }));
    expect(scaleOf(huge, panel)).to.equal(20);
    expect(scaleOf(huge, { widthMm: 400, heightMm: 300 })).to.be.closeTo(10, 1e-9);
  });

  it("makes no ghosts of a large speck where hardly any grid is to be seen, and tells that the picture is sharp", () => {
    const { defects, blurMm } = largeSpeck();
    expect(defects).to.have.length(1);
    expect(defects[0]!.kind).to.equal("speck");
    expect(blurMm).to.be.within(0.05, 0.12);
  });
});
