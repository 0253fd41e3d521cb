import { expect } from "chai";
import { seededRandom } from "../../demo/random.ts";
import { describeFaults } from "../faults.ts";
import { axesApartDeg } from "./axis-angle.ts";
import { calculateFilmAxis, filmAxisInput } from "./film-axis.ts";
import { isLong } from "../../test/long.ts";

const malus = (axisDeg: number, most: number, least: number) => (angleDeg: number) =>
  least + (most - least) * Math.cos(((angleDeg - axisDeg) * Math.PI) / 180) ** 2;

const normalStream = (seed: number) => {
  const random = seededRandom(seed);
  return () => random.normal(0, 1);
};

describe("film-axis", () => {
  const angles = [0, 30, 60, 90, 120, 150];

  it("gives the axis to 1e-9 from exact readings (Malus's law), whatever the axis", () => {
    for (const axisDeg of [0, 20, 45, 89.999, 90, 133.7, 179.5]) {
      const level = malus(axisDeg, 800, 3);
      for (const at of [angles, [0, 20, 40, 61], [-350, -310, 200, 250, 290]]) {
        const found = calculateFilmAxis({
          readings: at.map((angleDeg) => ({ angleDeg, level: level(angleDeg) })),
        });
        expect(axesApartDeg(found.axisDeg, axisDeg)).to.be.below(1e-9);
        expect(found.maxLevel).to.be.closeTo(800, 1e-6);
        expect(found.minLevel).to.be.closeTo(3, 1e-6);
        expect(found.axisDeg).to.be.within(0, 180 - 1e-12);
        expect(found.verdict).to.equal("enough");
      }
    }
  });

  it("gives axis and drift from exact readings under a lamp that fades or grows", () => {
    for (const drift of [-0.3, -0.1, 0.1]) {
      const level = malus(37, 800, 3);
      const readings = [0, 30, 60, 90, 120, 150].map((angleDeg, i) => ({
        angleDeg,
        level: level(angleDeg) * (1 + (drift * i) / 5),
      }));
      const found = calculateFilmAxis({ readings });
      expect(axesApartDeg(found.axisDeg, 37)).to.be.below(1e-6);
      expect(found.driftPct).to.be.closeTo(100 * drift, 1e-6);
      // Taken for steady, the same lamp turns the axis.
      const steady = calculateFilmAxis({ readings, drift: "none" });
      expect(axesApartDeg(steady.axisDeg, 37)).to.be.above(0.4);
      expect(steady.driftPct).to.equal(0);
    }
    const few = {
      readings: [0, 30, 60, 90].map((angleDeg) => ({ angleDeg, level: 5 + angleDeg })),
      drift: "linear",
    };
    expect(filmAxisInput.safeParse(few).error!.issues[0]!.path).to.deep.equal(["readings"]);
  });

  it("holds the true axis in 90 to 98 of 100 noisy trials under a lamp that changes by a tenth, from 6 to 12 readings (fixed seed)", () => {
    const trials = isLong ? 600 : 150;
    // So few tell the share only so well: three standard errors.
    const slack = trials < 600 ? 6 : 0;
    for (const many of [6, 8, 10, 12]) {
      for (const noise of [3, 15]) {
        for (const drift of [-0.1, 0.1]) {
          const normal = normalStream(100 * many + noise + (drift > 0 ? 1 : 0));
          let held = 0;
          for (let trial = 0; trial < trials; trial += 1) {
            const axisDeg = (trial * 7.3) % 180;
            const level = malus(axisDeg, 500, 20);
            const found = calculateFilmAxis({
              readings: Array.from({ length: many }, (_, i) => {
                const angleDeg = (180 / many) * i;
                const light = level(angleDeg) * (1 + (drift * i) / (many - 1));
                return { angleDeg, level: Math.max(0, light + noise * normal()) };
              }),
            });
            if (axesApartDeg(found.axisDeg, axisDeg) <= found.axisHalfWidth95Deg) held += 1;
          }
          expect((100 * held) / trials, `${many} readings, noise ${noise}, drift ${drift}`).to.be.within(
            90 - slack,
            98 + slack,
          );
        }
      }
    }
  });

  it("tells contrast, extinction and the share of polarized light", () => {
    const level = malus(20, 900, 100);
    const found = calculateFilmAxis({
      readings: angles.map((angleDeg) => ({ angleDeg, level: level(angleDeg) })),
    });
    expect(found.extinctionDeg).to.be.closeTo(110, 1e-9);
    expect(found.contrast!).to.be.closeTo(9, 1e-9);
    expect(found.polarizedShare).to.be.closeTo(0.8, 1e-12);
    expect(found.residualPct).to.be.closeTo(0, 1e-9);
  });

  it("holds the true axis in 93 to 97 of 100 noisy trials, from four readings or twelve, quiet or noisy (fixed seed)", () => {
    const cases = [
      { at: [0, 30, 60, 90, 120, 150], noise: 10 },
      { at: [0, 30, 60, 90, 120, 150], noise: 60 },
      { at: [0, 22, 45, 67], noise: 8 },
      { at: Array.from({ length: 12 }, (_, i) => 15 * i), noise: 40 },
    ];
    const trials = 1_500;
    cases.forEach(({ at, noise }, n) => {
      const normal = normalStream(71 + n);
      let held = 0;
      for (let trial = 0; trial < trials; trial += 1) {
        const axisDeg = (trial * 7.3) % 180;
        const level = malus(axisDeg, 500, 20);
        const found = calculateFilmAxis({
          readings: at.map((angleDeg) => ({
            angleDeg,
            level: Math.max(0, level(angleDeg) + noise * normal() + 200),
          })),
        });
        if (axesApartDeg(found.axisDeg, axisDeg) <= found.axisHalfWidth95Deg) held += 1;
      }
      expect((100 * held) / trials, `${at.length} readings, noise ${noise}`).to.be.within(93, 97);
    });
  });

  it("asks next for angles that narrow the interval more than any other pair does", () => {
    const normal = normalStream(5);
    const level = malus(70, 500, 10);
    const readings = [0, 25, 50, 75].map((angleDeg) => ({ angleDeg, level: level(angleDeg) + 5 * normal() }));
    const { nextAnglesDeg, axisDeg } = calculateFilmAxis({ readings });
    // With the levels that the curve itself foretells, only the angles decide.
    const predicted = (at: readonly number[]) => {
      const all = [...readings, ...at.map((angleDeg) => ({ angleDeg, level: level(angleDeg) + 5 }))];
      const design = all.map(({ angleDeg }) => {
        const twice = (2 * angleDeg * Math.PI) / 180;
        return [1, Math.cos(twice), Math.sin(twice)];
      });
      return { all, design };
    };
    const information = (at: readonly number[]) => {
      // Variance of the component across the axis: 1 / Schur complement, from the normal equations in the axis's own frame.
      const turned = predicted(at).all.map(({ angleDeg }) => {
        const twice = (2 * (angleDeg - axisDeg) * Math.PI) / 180;
        return [1, Math.cos(twice), Math.sin(twice)] as const;
      });
      const sum = (a: 0 | 1 | 2, b: 0 | 1 | 2) => turned.reduce((total, row) => total + row[a] * row[b], 0);
      const det = sum(0, 0) * sum(1, 1) - sum(0, 1) ** 2;
      const across =
        sum(0, 2) ** 2 * sum(1, 1) - 2 * sum(0, 2) * sum(1, 2) * sum(0, 1) + sum(1, 2) ** 2 * sum(0, 0);
      return sum(2, 2) - across / det;
    };
    const told = information(nextAnglesDeg);
    for (let a = 0; a < 180; a += 5) {
      for (let b = a; b < 180; b += 5) expect(told).to.be.at.least(0.93 * information([a, b]));
    }
  });

  it("says when no axis is there: clear glass, or noise that drowns it", () => {
    const clear = calculateFilmAxis({ readings: angles.map((angleDeg) => ({ angleDeg, level: 500 })) });
    expect(clear.verdict).to.equal("no axis");
    const normal = normalStream(9);
    const noisy = calculateFilmAxis({
      readings: angles.map((angleDeg) => ({ angleDeg, level: 500 + 40 * normal() })),
    });
    expect(noisy.verdict).to.equal("no axis");
    expect(noisy.axisHalfWidth95Deg).to.equal(90);
  });

  it("refuses too few, too close or too alike angles", () => {
    const faults = (at: readonly number[]) => {
      const input = { readings: at.map((angleDeg) => ({ angleDeg, level: 1 })) };
      const parsed = filmAxisInput.safeParse(input);
      return parsed.success ? "" : describeFaults(parsed.error, input)[0]!.message;
    };
    expect(faults([0, 45, 90])).to.include("at least 4");
    expect(faults([0, 10, 20, 190])).to.include("span 20 degrees");
    expect(faults([0, 90, 180, 270])).to.include("three different angles");
    expect(faults([0, 20, 40, 60])).to.equal("");
  });
});
