import { expect } from "chai";
import { BenchHand, familyNamed } from "../../test/bench-hand.ts";
import type { EventDraft } from "../job/event.ts";
import { filmsWanted } from "../job/stages/fit.ts";
import { axesApartDeg } from "./film-axis.ts";
import { axisAdhesiveDown, coverMm, faceUp, pieceSize } from "./films.ts";

const chosen = (film: "front" | "rear"): EventDraft => ({
  stage: "fit",
  kind: "axis-chosen",
  data: { film, axisDeg: 45, from: "usual" },
});
const taken = (film: "front" | "rear"): EventDraft => ({
  stage: "fit",
  kind: "film-taken",
  data: { film, axisDeg: 45, widthMm: 140, heightMm: 52, sheet: "F-1", lot: "1" },
});

describe("the films of a job", () => {
  it("are wanted from their axis on until they are cut, from the shelf or by hand", () => {
    const hand = new BenchHand("WS-240", "film").workTo("fit");
    expect(filmsWanted(hand.state)).to.deep.equal([]);
    for (const film of ["rear", "front"] as const) expect(hand.try(chosen(film))).to.equal(null);
    expect(filmsWanted(hand.state)).to.deep.equal(["front", "rear"]);
    expect(hand.next()!.ask).to.include("front and the rear film");
    expect(hand.try(taken("front"))).to.equal(null);
    expect(filmsWanted(hand.state)).to.deep.equal(["rear"]);
    expect(hand.next()!.key).to.equal("cut-film");
    hand.press();
    expect(filmsWanted(hand.state)).to.deep.equal([]);
    // What was cut from the shelf is spent already.
    expect(hand.next()!.key).to.equal("liners");
  });

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

  it("are refused where the route lays none", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("fit");
    expect(hand.try(chosen("front"))!.sentence).to.include("lays no film");
  });

  it("reach under the border as far as they cover, and lie adhesive down: the rear one's other face is up", () => {
    const scale = familyNamed("WS-240");
    const { widthMm, heightMm } = pieceSize(scale);
    const bareMm = (scale.outline.widthMm - widthMm) / 2;
    expect(bareMm + coverMm(scale)).to.be.closeTo(scale.borderMm, 0.05);
    expect((scale.outline.heightMm - heightMm) / 2).to.be.closeTo(bareMm, 1e-9);
    expect([faceUp("front"), faceUp("rear")]).to.deep.equal(["towards", "away"]);
  });
});
