import { expect } from "chai";
import { askewView, photographPanel, takePicture } from "./simulated-camera.ts";
import { inspectPhoto, scaleOf } from "./inspect-photo.ts";
import { mapToCorners, squareUp, type Corners } from "./square-up.ts";

const panel = { widthMm: 48, heightMm: 34 };
const defects = [
  { kind: "speck" as const, xMm: 12, yMm: 9, sizeMm: 0.5 },
  { kind: "scratch" as const, xMm: 33, yMm: 22, sizeMm: 4 },
];

/** A photo in which the panel lies tilted on a grey bench: the squared-up picture led back through its corners. */
function tiltedPhoto(seed: number, planted = defects) {
  const taken = takePicture({ ...panel, pxPerMm: 16, lighting: "white", defects: planted, seed });
  const corners: Corners = [
    { x: 70, y: 50 },
    { x: 840, y: 72 },
    { x: 822, y: 610 },
    { x: 52, y: 588 },
  ];
  const [width, height] = [900, 660];
  // The corners of the photo in the panel's own pixels.
  const [a, b, c, d, e, f, g, h] = mapToCorners(taken.width, taken.height, corners) as [
    ...[number, number, number, number],
    ...[number, number, number, number],
  ];
  const det = a * (e - f * h) - b * (d - f * g) + c * (d * h - e * g);
  const inverse = (x: number, y: number) => {
    const u = (e - f * h) * x + (c * h - b) * y + (b * f - c * e);
    const v = (f * g - d) * x + (a - c * g) * y + (c * d - a * f);
    const w = (d * h - e * g) * x + (b * g - a * h) * y + (a * e - b * d);
    return { x: u / w, y: v / w };
  };
  expect(Math.abs(det)).to.be.above(0);
  const rgba = new Uint8ClampedArray(4 * width * height).fill(70);
  const whole: Corners = [inverse(0, 0), inverse(width, 0), inverse(width, height), inverse(0, height)];
  const seen = squareUp(taken, whole, { width, height });
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const { x: u, y: v } = inverse(x + 0.5, y + 0.5);
      if (u < 0 || v < 0 || u > taken.width || v > taken.height) continue;
      for (let k = 0; k < 4; k += 1) rgba[4 * (y * width + x) + k] = seen[4 * (y * width + x) + k]!;
    }
  }
  return { photo: { rgba, width, height }, corners };
}

/** A panel turned a little on the bench, with one speck that is wider than the nearest pixels that a grid is predicted from. */
function askewSpeck() {
  const scene = {
    widthMm: 48,
    heightMm: 66,
    pxPerMm: 12,
    lighting: "white",
    defects: [{ kind: "speck", xMm: 20, yMm: 40, sizeMm: 0.6 }],
    seed: 8,
  } as const;
  const at = askewView(4, scene, 12);
  const photo = photographPanel({
    scene,
    borderMm: 3,
    picture: { offsetXMm: 0.8, offsetYMm: 0, turnDeg: 0 },
    ...at,
  });
  const { widthMm, heightMm } = scene;
  return inspectPhoto({
    photo,
    corners: at.corners,
    panel: { widthMm, heightMm },
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
    const off = photo.corners.map(({ x, y }, i) => ({
      x: x + [2, -2, 2, -1][i]!,
      y: y + [-2, 1, 2, -2][i]!,
    }));
    expect(look(photo, off as unknown as Corners)).to.deep.equal([]);
  });

  it("is taken no finer than is of use", () => {
    const { corners } = tiltedPhoto(1, []);
    expect(scaleOf(corners, panel)).to.be.within(15, 17);
    const huge = corners.map(({ x, y }) => ({ x: 10 * x, y: 10 * y })) as unknown as Corners;
    expect(scaleOf(huge, panel)).to.equal(20);
    expect(scaleOf(huge, { widthMm: 400, heightMm: 300 })).to.be.closeTo(10, 1e-9);
  });

  it("makes no ghosts of a large speck where hardly any grid is to be seen, and tells that the picture is sharp", () => {
    const { defects, blurMm } = askewSpeck();
    expect(defects).to.have.length(1);
    expect(defects[0]!.kind).to.equal("speck");
    expect(blurMm).to.be.within(0.02, 0.09);
  });
});
