import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { adhesiveNow } from "../bond/adhesive-now.ts";
import { sceneAtStart } from "../device/start.ts";
import { cureExposure, lampPlaces, type CureBasis } from "./cure-exposure.ts";

describe("the exposure of a family", () => {
  const family = familyNamed("BX-24");
  const basis = (chosen: Partial<Record<string, number>>): CureBasis => ({
    route: "layer",
    adhesive: adhesiveNow(sceneAtStart(family, 0)),
    chosen,
  });

  it("is dose over what arrives behind the cover, and longer the weaker the lamp", () => {
    const { exposureS, tackS, minMwCm2, sideS, sideTackS } = cureExposure(
      family,
      basis({ irradianceMwCm2: 50, coverTransmittancePct: 80 }),
    );
    expect(minMwCm2).to.be.closeTo(40, 1e-9);
    expect(exposureS).to.be.closeTo(75, 1e-9);
    expect(tackS).to.be.closeTo(7.5, 1e-9);
    // From the side 40 % of 50 mW/cm² get in: 3000 and 300 mJ/cm² take 150 and 15 s.
    expect(sideS).to.be.closeTo(150, 1e-9);
    expect(sideTackS).to.be.closeTo(15, 1e-9);
    const aged = cureExposure(family, basis({ irradianceMwCm2: 31, coverTransmittancePct: 80 }));
    expect(aged.exposureS! / exposureS!).to.be.closeTo(50 / 31, 1e-9);
  });

  it("never ends where no light arrives", () => {
    expect(cureExposure(family, basis({ irradianceMwCm2: 0 }))).to.include({
      exposureS: null,
      tackS: null,
      borderExposureS: null,
    });
    expect(cureExposure(family, basis({ borderTransmittancePct: 0 })).borderExposureS).to.equal(null);
    expect(cureExposure({ ...family, borderMm: 0 }, basis({})).borderExposureS).to.equal(null);
  });

  it("is longer from one place of a torch than in even light, and shorter again from several", () => {
    const even = cureExposure(family, basis({ irradianceMwCm2: 50 }));
    const one = cureExposure(family, basis({ irradianceMwCm2: 50, lampPlaces: 1, lampHeightMm: 60 }));
    const four = cureExposure(family, basis({ irradianceMwCm2: 50, lampPlaces: 4, lampHeightMm: 60 }));
    // Right below the lamp the radiometer's value arrives, whatever its beam.
    expect(one.maxMwCm2).to.be.closeTo(even.maxMwCm2, 1e-9 * even.maxMwCm2);
    expect(one.exposureS!).to.be.above(even.exposureS!);
    expect(four.exposureS!).to.be.below(one.exposureS!);
    expect(four.uniformityPct!).to.be.above(one.uniformityPct!);
  });

  it("sets the lamp's places in rows, as many as are asked for and all on the panel", () => {
    const { widthMm, heightMm } = family.outline;
    for (const count of [1, 2, 3, 4, 6, 8, 9]) {
      const places = lampPlaces(family, count);
      expect(new Set(places.map(({ xMm, yMm }) => `${xMm} ${yMm}`)).size).to.equal(count);
      for (const { xMm, yMm } of places) {
        expect(xMm).to.be.within(0, widthMm);
        expect(yMm).to.be.within(0, heightMm);
      }
    }
    expect(lampPlaces(family, 0)).to.deep.equal([]);
  });
});
