import { expect } from "chai";
import fc from "fast-check";
import { describeFaults } from "../faults.ts";
import { calculateLiftStress } from "./lift-stress.ts";
import { liftStressInput, type LiftStressInput } from "./lift-stress-input.ts";

const held: LiftStressInput = {
  lifted: { modulusGpa: 70, thicknessMm: 0.7 },
  base: { support: "held" },
  wedgeMm: 0.3,
  frontMm: 25,
};
const free = (modulusGpa: number, thicknessMm: number): LiftStressInput => ({
  ...held,
  base: { support: "free", modulusGpa, thicknessMm },
});

const part = fc.record({
  modulusGpa: fc.double({ min: 1, max: 200, noNaN: true }),
  thicknessMm: fc.double({ min: 0.05, max: 5, noNaN: true }),
});
const millimetres = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe("lift-stress", () => {
  it("agrees with an example worked by hand: 0.7 mm glass of 70 GPa, held panel, 0.3 mm wedge, front at 25 mm", () => {
    // K = 70e9 (0.7e-3)³ = 24.01 N m. G = 3 (0.3e-3)² 24.01 / (8 (25e-3)⁴) = 6.48270e-6 / 3.125e-6 = 2.0745 J/m2.
    // sigma = 3 · 0.3e-3 · 24.01 / (2 (25e-3)² (0.7e-3)²) = 21.609e-3 / 6.125e-10 = 35.28 MPa.
    const { fractureEnergyJm2, liftedMpa, baseMpa, frontMm } = calculateLiftStress(held);
    expect(fractureEnergyJm2).to.be.closeTo(2.0745, 1e-4);
    expect(liftedMpa).to.be.closeTo(35.28, 1e-6);
    expect(baseMpa).to.equal(null);
    expect(frontMm).to.equal(25);
  });

  it("is the cantilever of any handbook where the base is held: sigma = 3 E w t / (2 a²), G of Obreimoff 3 E w² t³ / (8 a⁴)", () => {
    fc.assert(
      fc.property(part, millimetres(0.01, 2), millimetres(5, 100), (lifted, wedgeMm, frontMm) => {
        const made = calculateLiftStress({ lifted, base: { support: "held" }, wedgeMm, frontMm });
        const [e, t, w, a] = [
          lifted.modulusGpa * 1e9,
          lifted.thicknessMm / 1e3,
          wedgeMm / 1e3,
          frontMm / 1e3,
        ];
        expect(made.liftedMpa).to.be.closeTo((3 * e * w * t) / (2 * a ** 2) / 1e6, 1e-9 * made.liftedMpa);
        expect(made.fractureEnergyJm2).to.be.closeTo(
          (3 * e * w ** 2 * t ** 3) / (8 * a ** 4),
          1e-9 * made.fractureEnergyJm2,
        );
      }),
    );
  });

  it("gives the same base held as a base that is infinitely stiff", () => {
    const stiff = calculateLiftStress(free(1_000, 50));
    const fixed = calculateLiftStress(held);
    expect(stiff.fractureEnergyJm2).to.be.closeTo(fixed.fractureEnergyJm2, 1e-6 * fixed.fractureEnergyJm2);
    expect(stiff.liftedMpa).to.be.closeTo(fixed.liftedMpa, 1e-6 * fixed.liftedMpa);
    expect(stiff.baseMpa!).to.be.below(1);
  });

  it("shares evenly between two parts alike: half the stress of each, half the energy", () => {
    const alike = calculateLiftStress(free(70, 0.7));
    const fixed = calculateLiftStress(held);
    expect(alike.liftedMpa).to.be.closeTo(fixed.liftedMpa / 2, 1e-9);
    expect(alike.baseMpa).to.be.closeTo(fixed.liftedMpa / 2, 1e-9);
    expect(alike.fractureEnergyJm2).to.be.closeTo(fixed.fractureEnergyJm2 / 2, 1e-9);
  });

  it("held flat, has the stress sqrt(6 E' G / t) whatever the wedge: only heat helps", () => {
    fc.assert(
      fc.property(part, millimetres(0.02, 3), millimetres(1, 500), (lifted, wedgeMm, fractureEnergyJm2) => {
        const made = calculateLiftStress({
          lifted: { ...lifted, poisson: 0.22 },
          base: { support: "held" },
          wedgeMm,
          fractureEnergyJm2,
        });
        const e = (lifted.modulusGpa * 1e9) / (1 - 0.22 ** 2);
        const wanted = Math.sqrt((6 * e * fractureEnergyJm2) / (lifted.thicknessMm / 1e3)) / 1e6;
        expect(made.liftedMpa).to.be.closeTo(wanted, 1e-9 * wanted);
      }),
    );
  });

  it("goes from front to energy and back", () => {
    fc.assert(
      fc.property(part, part, millimetres(0.02, 3), millimetres(5, 200), (lifted, base, wedgeMm, frontMm) => {
        const there = { lifted, base: { support: "free" as const, ...base }, wedgeMm };
        const { fractureEnergyJm2 } = calculateLiftStress({ ...there, frontMm });
        fc.pre(fractureEnergyJm2 > 0.01 && fractureEnergyJm2 < 100_000);
        expect(calculateLiftStress({ ...there, fractureEnergyJm2 }).frontMm).to.be.closeTo(
          frontMm,
          1e-9 * frontMm,
        );
      }),
    );
  });

  it("speaks by the part that is nearer to what it bears", () => {
    const limits = (lifted: number, base: number) =>
      calculateLiftStress({ ...free(70, 0.7), allowableMpa: { lifted, base } });
    // Each feels 17.64 MPa.
    expect(limits(60, 60)).to.include({ verdict: "safe", weakest: "lifted" });
    expect(limits(60, 20)).to.include({ verdict: "close", weakest: "base" });
    expect(limits(60, 17)).to.include({ verdict: "stop", weakest: "base" });
    expect(limits(60, 20).margin).to.be.closeTo(20 / 17.64, 1e-9);
    expect(limits(60, 20).assumed).to.deep.equal([]);
    expect(calculateLiftStress(held).assumed).to.deep.equal(["the lifted part bears 30 MPa"]);
  });

  it("says where the formula is stretched", () => {
    expect(calculateLiftStress({ ...held, frontMm: 6 }).cautions[0]).to.include("10 thicknesses");
    expect(calculateLiftStress({ ...held, wedgeMm: 9 }).cautions[0]).to.include("no small one");
    expect(calculateLiftStress(held).cautions).to.deep.equal([]);
  });

  it("wants the front or the energy, and not both", () => {
    for (const more of [{ frontMm: undefined }, { fractureEnergyJm2: 5 }]) {
      const input = { ...held, ...more };
      const parsed = liftStressInput.safeParse(input);
      expect(describeFaults(parsed.error!, input)[0]).to.deep.include({ path: "frontMm" });
    }
  });
});
