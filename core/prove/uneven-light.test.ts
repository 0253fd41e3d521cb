import { expect } from "chai";
import { planted } from "../../test/made-panel.ts";
import { shootPanel, usualMake } from "./shoot-panel.ts";
import type { PanelDefect } from "./lit-panel.ts";
import { unevenLight } from "./uneven-light.ts";

describe("uneven light", () => {
  const pictureWith = (defects: readonly PanelDefect[]) =>
    shootPanel(
      { widthMm: 60, heightMm: 40, pitchMm: 0.12, lighting: "white", defects, disturbed: [], seed: 3 },
      { ...usualMake(3), pxPerMm: 8, vignetting: 0 },
    );

  it("is the panel's own, whatever specks lie in it", () => {
    const specks = [planted("speck", 12, 9, 0.8), planted("bubble", 40, 20, 3), planted("fibre", 25, 30, 6)];
    const [bare, dusty] = [unevenLight(pictureWith([]), 8, 0), unevenLight(pictureWith(specks), 8, 0)];
    expect(bare.leastPct).to.be.within(70, 99);
    expect(dusty.leastPct).to.be.closeTo(bare.leastPct, 3);
  });

  it("is told by how much and where, in the panel's own millimetres", () => {
    const picture = pictureWith([]);
    // As light all over as its middle.
    picture.rgba.fill(200);
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
