import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { axesApartDeg } from "./axis-angle.ts";
import { coverMm } from "./film-cover.ts";
import { pieceOf } from "./film-piece.ts";
import { axisAdhesiveDown, faceUp } from "./films.ts";

describe("the films of a job", () => {
  it("come from sheets whose axis is kept for the adhesive down, whichever way they lay when it was read", () => {
    for (const axisDeg of [0, 20, 90, 133.5]) {
      expect(axisAdhesiveDown(axisDeg, "down")).to.equal(axisDeg);
      const turned = axisAdhesiveDown(axisDeg, "up");
      expect(turned).to.be.within(0, 179.999);
      // Read from its other face, the same sheet has the mirrored angle; turned twice it is the first again.
      expect(axesApartDeg(turned, -axisDeg)).to.be.below(1e-9);
      expect(axesApartDeg(axisAdhesiveDown(turned, "up"), axisDeg)).to.be.below(1e-9);
    }
  });

  it("reach under the border as far as they cover, and lie adhesive down: the rear one's other face is up", () => {
    const scale = familyNamed("WS-240");
    const { widthMm, heightMm } = pieceOf(scale);
    const bareMm = (scale.outline.widthMm - widthMm) / 2;
    expect(bareMm + coverMm(scale)).to.be.closeTo(scale.borderMm, 0.05);
    expect((scale.outline.heightMm - heightMm) / 2).to.be.closeTo(bareMm, 1e-9);
    expect([faceUp("front"), faceUp("rear")]).to.deep.equal(["towards", "away"]);
  });
});
