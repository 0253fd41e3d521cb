import { expect } from "chai";
import { describeFaults } from "../faults.ts";
import { calculateLowerTime } from "./lower-time.ts";
import { calculateSqueezeTime, squeezeTimeInput, torsionConstant } from "./squeeze-time.ts";

describe("squeeze-time", () => {
  const glass = {
    shape: { widthMm: 140, heightMm: 65 },
    viscosityPaS: 2.5,
    forceN: 2,
    startGapUm: 2_000,
    endGapUm: 150,
  };

  it("has the torsion constants of the handbook (Timoshenko & Goodier: a b³ times 0.1406, 0.229, 0.281, 0.312, 1/3)", () => {
    for (const [ratio, factor] of [
      [1, 0.1406],
      [2, 0.229],
      [4, 0.281],
      [10, 0.312],
    ] as const) {
      expect(torsionConstant(ratio, 1) / ratio).to.be.closeTo(factor, 5e-4);
      expect(torsionConstant(1, ratio)).to.equal(torsionConstant(ratio, 1));
    }
    expect(torsionConstant(1e5, 1) / 1e5).to.be.closeTo(1 / 3, 1e-4);
  });

  it("presses 140 x 65 mm of 2.5 Pa s from 2 to 0.15 mm under 2 N in 752 s", () => {
    expect(calculateSqueezeTime(glass).timeS).to.be.closeTo(752, 1);
  });

  it("presses a disc as Stefan says, worked by hand", () => {
    // 3 pi 1 (0.02)^4 / (4 x 10) (1/(1e-4)^2 - 1/(1e-3)^2) = 3.7322 s
    const disc = { shape: { diameterMm: 40 }, viscosityPaS: 1, forceN: 10, startGapUm: 1_000, endGapUm: 100 };
    expect(calculateSqueezeTime(disc).timeS).to.be.closeTo(3.7322, 1e-4);
  });

  it("goes with viscosity, against force, and its curve ends where its time does", () => {
    const { timeS, curve } = calculateSqueezeTime(glass);
    expect(calculateSqueezeTime({ ...glass, viscosityPaS: 5 }).timeS).to.be.closeTo(2 * timeS, 1e-9 * timeS);
    expect(calculateSqueezeTime({ ...glass, forceN: 4 }).timeS).to.be.closeTo(timeS / 2, 1e-9 * timeS);
    expect(curve[0]).to.deep.equal({ timeS: 0, gapUm: 2_000 });
    expect(curve.at(-1)!.timeS).to.be.closeTo(timeS, 1e-6);
  });

  it("refuses a gap that grows", () => {
    const input = { ...glass, endGapUm: 3_000 };
    expect(describeFaults(squeezeTimeInput.safeParse(input).error!, input)[0]!.path).to.equal("endGapUm");
  });
});

describe("lower-time", () => {
  it("keeps the front at the capillary limit: 0.1 x 30 mN/m over 2.5 Pa s is 1.2 mm/s", () => {
    const found = calculateLowerTime({
      lengthMm: 140,
      viscosityPaS: 2.5,
      surfaceTensionMnM: 30,
      wedgeMm: 20,
    });
    expect(found.frontMmS).to.be.closeTo(1.2, 1e-12);
    expect(found.lowerS).to.be.closeTo(140 / 1.2, 1e-9);
    expect(found.edgeMmS).to.be.closeTo(20 / (140 / 1.2), 1e-12);
    expect(found.advice).to.include("steady");
  });

  it("lets a thin liquid go faster", () => {
    const thin = calculateLowerTime({
      lengthMm: 140,
      viscosityPaS: 0.5,
      surfaceTensionMnM: 30,
      capillaryLimit: 0.2,
      wedgeMm: 20,
    });
    expect(thin.frontMmS).to.be.closeTo(12, 1e-12);
    expect(thin.advice).to.include("front");
  });
});
