import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { exposureDraft } from "../job/stages/cure.ts";
import { cureExposure } from "./cure-exposure.ts";

describe("the exposure of a family", () => {
  const family = familyNamed("BX-24");

  it("is dose over what arrives behind the cover, and longer the weaker the lamp", () => {
    const { exposureS, tackS, minMwCm2 } = cureExposure(family, {
      irradianceMwCm2: 50,
      coverTransmittancePct: 80,
    });
    expect(minMwCm2).to.be.closeTo(40, 1e-9);
    expect(exposureS).to.be.closeTo(75, 1e-9);
    expect(tackS).to.be.closeTo(7.5, 1e-9);
    const aged = cureExposure(family, { irradianceMwCm2: 31, coverTransmittancePct: 80 });
    expect(aged.exposureS! / exposureS!).to.be.closeTo(50 / 31, 1e-9);
  });

  it("never ends where no light arrives", () => {
    expect(cureExposure(family, { irradianceMwCm2: 0 })).to.include({
      exposureS: null,
      tackS: null,
      borderExposureS: null,
    });
    expect(exposureDraft(family, { irradianceMwCm2: 0 }).data.settings).to.include({
      exposureS: 0,
      tackS: 0,
    });
    expect(cureExposure(family, { borderTransmittancePct: 0 }).borderExposureS).to.equal(null);
    expect(cureExposure({ ...family, borderMm: 0 }).borderExposureS).to.equal(null);
  });
});
