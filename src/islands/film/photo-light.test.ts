import { expect } from "chai";
import { lightInBox } from "./photo-light.ts";

/** A picture of so many pixels, each as a function of its place says. */
function picture(
  width: number,
  height: number,
  at: (x: number, y: number) => readonly [number, number, number],
) {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) data.set([...at(x, y), 255], 4 * (y * width + x));
  }
  return { data, width, height };
}
const whole = { left: 0, top: 0, width: 1, height: 1 };

describe("light in a photo", () => {
  it("is proportional to light: half of it is byte 188 in sRGB (IEC 61966-2-1)", () => {
    expect(
      lightInBox(
        picture(4, 4, () => [188, 188, 188]),
        whole,
      ).level,
    ).to.be.closeTo(50.3, 0.1);
    expect(
      lightInBox(
        picture(4, 4, () => [0, 0, 0]),
        whole,
      ).level,
    ).to.equal(0);
    expect(
      lightInBox(
        picture(4, 4, () => [255, 255, 255]),
        whole,
      ),
    ).to.deep.equal({
      level: 100,
      clippedPct: 100,
      srgb: "#ffffff",
    });
  });

  it("is the mean of the box alone, and says how much of that is burnt out", () => {
    const half = picture(10, 10, (x) => (x < 5 ? [255, 255, 255] : [0, 0, 0]));
    expect(lightInBox(half, { ...whole, width: 0.5 }).level).to.be.closeTo(100, 1e-9);
    expect(lightInBox(half, { ...whole, left: 0.5, width: 0.5 })).to.deep.equal({
      level: 0,
      clippedPct: 0,
      srgb: "#000000",
    });
    expect(lightInBox(half, { ...whole, left: 0.25, width: 0.5 }).clippedPct).to.be.within(40, 60);
  });

  it("gives the mean colour by light, not by bytes: half red and half black is #bc0000", () => {
    const stripes = picture(4, 2, (x) => (x % 2 === 0 ? [255, 0, 0] : [0, 0, 0]));
    expect(lightInBox(stripes, whole).srgb).to.equal("#bc0000");
    expect(
      lightInBox(
        picture(2, 2, () => [139, 41, 196]),
        whole,
      ).srgb,
    ).to.equal("#8b29c4");
  });

  it("weighs green most, as the eye does", () => {
    const of = (colour: readonly [number, number, number]) =>
      lightInBox(
        picture(2, 2, () => colour),
        whole,
      ).level;
    expect(of([0, 255, 0])).to.be.closeTo(71.5, 0.1);
    expect(of([255, 0, 0]) + of([0, 255, 0]) + of([0, 0, 255])).to.be.closeTo(100, 1e-6);
  });

  it("reads one pixel where the box is smaller than that", () => {
    expect(
      lightInBox(
        picture(3, 3, () => [255, 255, 255]),
        { left: 0.5, top: 0.5, width: 0, height: 0 },
      ).level,
    ).to.equal(100);
  });
});
