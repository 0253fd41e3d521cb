import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { dewPointC } from "./dew-point.ts";
import { seamOf, thawOf, USUAL_HUMIDITY_PCT, usualSettings } from "./lift-heat.ts";
import { calculateThaw } from "./thaw.ts";

/** So thin and conductive that it has one temperature: then the exact solution is an exponential. */
const foil = [
  { name: "foil", thicknessUm: 500, conductivityWmK: 200, densityKgM3: 2_700, specificHeatJkgK: 900 },
];

describe("dew point", () => {
  it("agrees with published psychrometric values (dew-point tables as in the CRC Handbook, from memory, to 0.1 C)", () => {
    const published = [
      [20, 50, 9.3],
      [25, 50, 13.9],
      [25, 60, 16.7],
      [30, 80, 26.2],
      [21, 40, 6.9],
      [10, 70, 4.8],
      [15, 90, 13.4],
    ] as const;
    for (const [airC, humidity, wanted] of published) {
      expect(dewPointC(airC, humidity), `${airC} C, ${humidity} %`).to.be.closeTo(wanted, 0.1);
    }
  });

  it("is the air's own temperature where it is saturated", () => {
    for (const airC of [-20, 0, 15, 40]) expect(dewPointC(airC, 100)).to.be.closeTo(airC, 1e-9);
  });
});

describe("thaw", () => {
  it("follows the exponential of a lumped body (Incropera & DeWitt, 5.1)", () => {
    const { dryAfterS, dewPointC: dew } = calculateThaw({
      layers: foil,
      startC: -20,
      airC: 21,
      relativeHumidityPct: 50,
      filmWm2K: 8,
    });
    const tau = (500e-6 * 2_700 * 900) / (2 * 8);
    expect(dryAfterS!).to.be.closeTo(tau * Math.log((21 + 20) / (21 - dew - 1)), 0.5);
  });

  it("takes longer in damper air and never ends where the air is too damp", () => {
    const after = (relativeHumidityPct: number) =>
      calculateThaw({ layers: foil, startC: -20, airC: 21, relativeHumidityPct }).dryAfterS;
    expect(after(60)!).to.be.greaterThan(after(40)!);
    // Less than a degree between the air and its dew point.
    expect(after(97)).to.equal(null);
  });

  it("takes about as long as the trade says (about 10 min; common practice, no source; within the factor that docs/sources.md names)", () => {
    for (const code of ["TK-5", "BX-24", "PH-10"]) {
      const family = familyNamed(code);
      const seam = seamOf(family, "layer")!;
      const { dryAfterS } = thawOf(
        family,
        seam,
        { ...usualSettings(seam, "freezer"), soakS: 240 },
        USUAL_HUMIDITY_PCT,
      );
      expect(dryAfterS!, code).to.be.within(600 / 2.5, 600 * 2.5);
    }
  });

  it("is over before it begins where the panel is warm, and tells frost from dew", () => {
    const at = (startC: number, airC = 21, relativeHumidityPct = 50) =>
      calculateThaw({ layers: foil, startC, airC, relativeHumidityPct });
    expect(at(20)).to.include({ dryAfterS: 0, frost: false });
    expect(at(5).frost).to.equal(false);
    expect(at(-5).frost).to.equal(true);
    // Dry winter air: a dew point below the panel leaves nothing on it.
    expect(at(-5, 5, 20).frost).to.equal(false);
  });

  it("draws the coldest face until a little after it is dry", () => {
    const {
      timesS,
      coldestC,
      dryAfterS,
      dewPointC: dew,
    } = calculateThaw({
      layers: foil,
      startC: -20,
      airC: 21,
      relativeHumidityPct: 50,
    });
    const at = timesS.findIndex((t) => t >= dryAfterS!);
    expect(coldestC[at]!).to.be.closeTo(dew + 1, 0.3);
    for (let i = 1; i < coldestC.length; i += 1) expect(coldestC[i]!).to.be.greaterThan(coldestC[i - 1]!);
    expect(timesS.at(-1)!).to.be.within(dryAfterS! * 1.3, dryAfterS! * 1.51);
  });
});
