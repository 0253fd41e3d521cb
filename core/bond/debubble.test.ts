import { expect } from "chai";
import fc from "fast-check";
import { calculateDebubble, debubbleInput, type DebubbleInput } from "./debubble.ts";

const program: DebubbleInput = {
  radiusUm: 200,
  holdBarAbs: 6,
  holdMin: 15,
  diffusivityM2S: 1e-10,
  ostwald: 0.1,
  saturation: 1,
  surfaceTensionMnM: 32,
  shape: "round",
};
const plain = { ...program, surfaceTensionMnM: 0, transient: false };
const P0 = 1.01325;

describe("debubble", () => {
  it("follows R² = R0² - 2DL(1 - sP0/P)t without surface tension and transient (Epstein & Plesset 1950)", () => {
    const { compressedRadiusUm, radiusAfterHoldUm, vanishMin, curve } = calculateDebubble(plain);
    const lossUm2 = (minutes: number) => 2 * 1e-10 * 0.1 * (1 - P0 / 6) * minutes * 60 * 1e12;
    const first = compressedRadiusUm ** 2;
    // Relative tolerances of the integration.
    for (const { timeMin, radiusUm } of curve.filter(({ radiusUm: r }) => r > 0)) {
      expect(radiusUm ** 2).to.be.closeTo(first - lossUm2(timeMin), 1e-6 * first);
    }
    const whole = first / lossUm2(1);
    expect(vanishMin).to.be.closeTo(whole, 1e-4 * whole);
    expect(radiusAfterHoldUm).to.equal(whole <= 15 ? 0 : radiusAfterHoldUm);
  });

  it("presses a ball by the cube root and a disc by the square root of the pressures (Boyle)", () => {
    expect(calculateDebubble(program).compressedRadiusUm).to.be.closeTo(200 * (P0 / 6) ** (1 / 3), 1e-9);
    const disc = calculateDebubble({ ...program, shape: "spanning", gapUm: 150 });
    expect(disc.compressedRadiusUm).to.be.closeTo(200 * (P0 / 6) ** (1 / 2), 1e-9);
    // A program that does nothing gives the bubble back as it was.
    const idle = calculateDebubble({ ...plain, diffusivityM2S: 1e-15, holdMin: 0.01 });
    expect(idle.radiusAfterReleaseUm).to.be.closeTo(200, 0.01);
    expect(idle.verdict).to.equal("stays");
  });

  it("agrees with small steps of the whole equation, transient and surface tension included", () => {
    const { compressedRadiusUm, vanishMin } = calculateDebubble({ ...program, radiusUm: 150 });
    let [radius, time] = [compressedRadiusUm * 1e-6, 1e-6];
    // Before the first moment the transient alone: R falls as √t.
    const [D, L, gamma, P] = [1e-10, 0.1, 0.032, 6e5];
    radius -= D * L * ((P - 101_325) / P) * (2 * Math.sqrt(time / (Math.PI * D)));
    while (radius > 1e-8) {
      const p = P + (2 * gamma) / radius;
      const speed =
        D *
        L *
        ((101_325 - p) / (p - (2 * gamma) / (3 * radius))) *
        (1 / radius + 1 / Math.sqrt(Math.PI * D * time));
      const step = Math.min(2e-4 * time + 1e-4, (2e-4 * radius) / Math.abs(speed));
      radius += speed * step;
      time += step;
    }
    expect(vanishMin! / (time / 60)).to.be.within(0.995, 1.005);
  });

  it("spreads slower from a disc than from a ball, and never where the glue is too full of air", () => {
    const disc = calculateDebubble({ ...plain, shape: "spanning", gapUm: 100 });
    // (1/2R): R² falls half as fast.
    const lossUm2 = 1e-10 * 0.1 * (1 - P0 / 6) * 60 * 1e12;
    expect(disc.vanishMin).to.be.closeTo(disc.compressedRadiusUm ** 2 / lossUm2, 0.05);
    const full = calculateDebubble({ ...plain, saturation: 7 });
    expect(full.vanishMin).to.equal(null);
    expect(full.largestVanishingUm).to.equal(null);
    expect(full.verdict).to.equal("grows");
  });

  it("names the largest bubble that goes: one a little smaller does, one a little larger does not", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (holdBarAbs, holdMin, saturation) => {
          const input = { ...program, holdBarAbs, holdMin, saturation };
          const { largestVanishingUm } = calculateDebubble(input);
          const at = (share: number) =>
            calculateDebubble({ ...input, radiusUm: share * largestVanishingUm! }).verdict;
          expect(at(0.99)).to.equal("goes");
          expect(at(1.01)).to.not.equal("goes");
        },
      ),
      { numRuns: 20 },
    );
  });

  it("does better with more pressure, more time, and glue that has been degassed", () => {
    const largest = (more: object) => calculateDebubble({ ...program, ...more }).largestVanishingUm!;
    expect(largest({ holdBarAbs: 8 })).to.be.above(largest({}));
    expect(largest({ holdMin: 30 })).to.be.above(largest({}));
    expect(largest({ saturation: 0.3 })).to.be.above(largest({}));
  });

  it("asks for the gap of a spanning bubble, and for one that spans it", () => {
    const path = (more: object) =>
      debubbleInput.safeParse({ ...program, shape: "spanning", ...more }).error?.issues[0]!.path;
    expect(path({})).to.deep.equal(["gapUm"]);
    expect(path({ gapUm: 500 })).to.deep.equal(["radiusUm"]);
    expect(path({ gapUm: 150 })).to.equal(undefined);
  });
});
