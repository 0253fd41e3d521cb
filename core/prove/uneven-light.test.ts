import { expect } from "chai";
import { plantDefects, takePicture } from "./simulated-camera.ts";
import { unevenLight } from "./uneven-light.ts";

describe("uneven light", () => {
  const panel = { widthMm: 60, heightMm: 40, pxPerMm: 8, lighting: "white" as const, seed: 3 };

  it("is none where the light is even, whatever specks lie in it", () => {
    const defects = plantDefects(4, 60, 40, 6);
    const { leastPct } = unevenLight(takePicture({ ...panel, defects, vignetting: 0 }), 8, 0);
    expect(leastPct).to.be.greaterThan(96);
  });

  it("is told by how much and where, in the panel's own millimetres", () => {
    const picture = takePicture({ ...panel, defects: [], vignetting: 0 });
    // A dark quarter at the lower right.
    for (let y = picture.height / 2; y < picture.height; y += 1) {
      for (let x = picture.width / 2; x < picture.width; x += 1) {
        const i = 4 * (y * picture.width + x);
        picture.rgba[i + 1] = picture.rgba[i + 1]! * 0.7;
      }
    }
    const { leastPct, xMm, yMm } = unevenLight(picture, 8, 5);
    expect(leastPct).to.be.closeTo(70, 2);
    expect(xMm).to.be.within(35, 65);
    expect(yMm).to.be.within(25, 45);
  });
});
