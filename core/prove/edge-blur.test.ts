import { expect } from "chai";
import { noise, randomStream } from "../random.ts";
import { edgeBlurPx } from "./edge-blur.ts";
import { boxCorners, mapCorners, type Corners } from "./square-up.ts";

/** Abramowitz & Stegun 7.1.26: the error function to 1.5e-7 (from memory). */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const poly =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  return Math.sign(x) * (1 - poly * Math.exp(-x * x));
}

/** A lit panel on a dark bench, turned, its grid showing, its edges under a blur of this deviation. */
function panelUnder(blur: number, turnDeg: number, lit = 190) {
  const [width, height, w, h] = [420, 320, 300, 200];
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const random = randomStream(4);
  const rgba = new Uint8ClampedArray(4 * width * height);
  const step = (x: number) => (1 + erf(x / (blur * Math.SQRT2))) / 2;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [dx, dy] = [x + 0.5 - width / 2, y + 0.5 - height / 2];
      const [u, v] = [dx * cos + dy * sin, dy * cos - dx * sin];
      const share = step(u + w / 2) * step(w / 2 - u) * step(v + h / 2) * step(h / 2 - v);
      const grid = 1 + 0.25 * Math.sin((2 * Math.PI * u) / 3.7) * Math.sin((2 * Math.PI * v) / 3.7);
      rgba.fill(
        60 + (lit * grid - 60) * share + 2 * noise(random),
        4 * (y * width + x),
        4 * (y * width + x) + 3,
      );
    }
  const corner = (sx: number, sy: number) => {
    const [u, v] = [(sx * w) / 2, (sy * h) / 2];
    return { x: width / 2 + u * cos - v * sin, y: height / 2 + u * sin + v * cos };
  };
  const corners: Corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  return { picture: { rgba, width, height }, corners };
}

describe("the blur of a picture by the panel's edges", () => {
  for (const blur of [0.6, 1, 1.8, 3])
    for (const turnDeg of [0, 3.4])
      it(`of ${blur} px, turned ${turnDeg} degrees, is told to a quarter`, () => {
        const { picture, corners } = panelUnder(blur, turnDeg);
        expect(edgeBlurPx(picture, corners)).to.be.within(0.75 * blur, 1.25 * blur + 0.1);
      });

  it("is told though the corners are half a pixel off", () => {
    const { picture, corners } = panelUnder(1, 2);
    const off = mapCorners(corners, ({ x, y }, k) => ({
      x: x + (k % 2 ? 0.5 : -0.4),
      y: y + (k < 2 ? 0.4 : -0.5),
    }));
    expect(edgeBlurPx(picture, off)).to.be.within(0.8, 1.4);
  });

  it("is not told of a panel as dark as the bench, nor of one that fills the picture", () => {
    const { picture, corners } = panelUnder(1, 2, 66);
    expect(edgeBlurPx(picture, corners)).to.equal(null);
    const { width, height } = picture;
    expect(edgeBlurPx(picture, boxCorners(width, height))).to.equal(null);
  });
});
