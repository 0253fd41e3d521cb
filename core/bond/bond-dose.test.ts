import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { panelAreaMm2 } from "../stack/panel-geometry.ts";
import { bondDose } from "./bond-dose.ts";

describe("the dose of a family", () => {
  it("takes off what rounded corners leave out: a disc where the corners meet", () => {
    expect(panelAreaMm2({ widthMm: 50, heightMm: 50, cornerRadiusMm: 25 })).to.be.closeTo(
      Math.PI * 25 ** 2,
      1e-9,
    );
    expect(panelAreaMm2({ widthMm: 50, heightMm: 40 })).to.equal(2_000);
  });

  it("uses what the job has chosen in place of what is assumed", () => {
    const family = familyNamed("TK-5");
    const usual = bondDose(family);
    const doubled = bondDose(family, { gapUm: 300 });
    expect(doubled.volumeMl).to.be.closeTo(2 * usual.volumeMl, 1e-9);
    const sparing = bondDose(family, { overflowPct: 0, shrinkPct: 0 });
    expect(sparing.volumeMl).to.be.closeTo((panelAreaMm2(family.outline) * 0.15) / 1_000, 1e-9);
  });
});
