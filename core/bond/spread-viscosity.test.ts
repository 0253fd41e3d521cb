import { expect } from "chai";
import { seededRandom } from "../../demo/random.ts";
import { liquidAdhesive, viscosityAt } from "../materials/adhesives.ts";
import { calculateFillFront } from "./fill-front.ts";
import { calculateSpreadViscosity, spreadViscosityInput } from "./spread-viscosity.ts";
import { isLong } from "../../test/long.ts";

const drop = {
  massMg: 107,
  densityGcm3: 1.07,
  weightG: 200,
  startDiameterMm: 12,
  endDiameterMm: 30,
  timeS: 4,
};

describe("spread-viscosity", () => {
  it("finds the viscosity again with which a drop was followed", () => {
    const volumeUl = 100;
    const { frames } = calculateFillFront({
      outline: { widthMm: 60, heightMm: 60 },
      pattern: [{ kind: "dot", xMm: 30, yMm: 30, volumeUl }],
      gapUm: 120,
      viscosityPaS: 3.2,
      forceN: 0.2 * 9.80665,
      gridMm: 0.75,
    });
    const diameter = (gapUm: number) => 2 * Math.sqrt(volumeUl / (Math.PI * (gapUm / 1_000)));
    const found = calculateSpreadViscosity({
      ...drop,
      startDiameterMm: diameter(frames[0]!.gapUm),
      endDiameterMm: diameter(frames.at(-1)!.gapUm),
      timeS: frames.at(-1)!.timeS,
    });
    expect(found.viscosityPaS).to.be.closeTo(3.2, 0.1);
    expect(found.gapUm).to.be.closeTo(120, 0.01);
  });

  it("is the disc formula worked by hand: 0.1 ml under 200 g from 12 to 30 mm in 4 s", () => {
    // V = 1e-7 m3, F = 1.96133 N, h = V / (pi 0.015²) = 141.47 µm, h0 = 884.19 µm; 1/h⁴ - 1/h0⁴ = 2.4949e15
    const { viscosityPaS, fromPaS, toPaS } = calculateSpreadViscosity(drop);
    expect(viscosityPaS).to.be.closeTo((8 * Math.PI * 1.96133 * 4) / (3 * 1e-14 * 2.4949e15), 0.005);
    expect(fromPaS).to.be.below(viscosityPaS);
    expect(toPaS).to.be.above(viscosityPaS);
    // Logarithms add up by their squares: the end's diameter to the eighth power, the watch's 0.3 of 4 s, twice the scale's 5 of 107 mg.
    const alone = [Math.log(30.5 / 29.5) * 4, 0.3 / 4, (2 * 5) / 107];
    expect(Math.log(toPaS / fromPaS) / 2).to.be.closeTo(Math.hypot(...alone), 0.002);
  });

  it("holds the true viscosity in 93 to 97 of 100 noisy trials, thin or thick, timed long or short (fixed seed)", () => {
    const random = seededRandom(11);
    const trials = isLong ? 10_000 : 1_000;
    // So few tell the share only so well: three standard errors.
    const slack = trials < 10_000 ? 2 : 0;
    for (const truePaS of [0.5, 2.5, 8]) {
      for (const endDiameterMm of [24, 30, 40]) {
        // What the watch would say if nothing were off.
        const { viscosityPaS } = calculateSpreadViscosity({ ...drop, endDiameterMm, timeS: 1 });
        const timeS = truePaS / viscosityPaS;
        let held = 0;
        for (let trial = 0; trial < trials; trial += 1) {
          const off = (half: number) => random.normal(0, half / 1.96);
          const { fromPaS, toPaS } = calculateSpreadViscosity({
            ...drop,
            massMg: drop.massMg + off(5),
            startDiameterMm: drop.startDiameterMm + off(0.5),
            endDiameterMm: endDiameterMm + off(0.5),
            timeS: Math.max(0.05, timeS + off(Math.min(0.3, timeS / 5))),
            timeToS: Math.min(0.3, timeS / 5),
          });
          if (fromPaS <= truePaS && truePaS <= toPaS) held += 1;
        }
        expect((100 * held) / trials, `${truePaS} Pa s to ${endDiameterMm} mm`).to.be.within(
          93 - slack,
          97 + slack,
        );
      }
    }
  });

  it("refuses a drop that has hardly spread", () => {
    const { error } = spreadViscosityInput.safeParse({ ...drop, endDiameterMm: 12.5 });
    expect(error!.issues[0]!.path).to.deep.equal(["endDiameterMm"]);
  });
});

describe("viscosity against temperature", () => {
  it("is the data sheet's at 25 °C, falls with warmth and doubles in some 15 K of cold", () => {
    expect(viscosityAt(liquidAdhesive, 25)).to.equal(liquidAdhesive.viscosityPaS.value);
    expect(viscosityAt(liquidAdhesive, 40)).to.be.below(viscosityAt(liquidAdhesive, 25));
    const ratio = viscosityAt(liquidAdhesive, 10) / viscosityAt(liquidAdhesive, 25);
    // ln 2 = B (1/T - 1/298.15): with B = 4500 K at T = 285.1 K, 13 K below.
    expect(ratio).to.be.closeTo(Math.exp(4_500 * (1 / 283.15 - 1 / 298.15)), 1e-12);
    expect(ratio).to.be.within(2, 2.5);
  });
});
