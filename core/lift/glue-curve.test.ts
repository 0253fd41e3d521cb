import { expect } from "chai";
import { glues, strengthAt } from "../materials/glues.ts";
import { materialNames } from "../materials/materials.ts";
import { glueCurve } from "./glue-curve.ts";

describe("this shop's own curve for a glue", () => {
  it("is the line through the logarithms, with no scatter where the readings lie on it", () => {
    const curve = glueCurve(
      [50, 60, 75].map((glueC) => ({
        id: `${glueC}`,
        glueC,
        fractureEnergyJm2: 80 * Math.exp(-0.05 * glueC),
      })),
    )!;
    for (const t of [50, 62, 80]) expect(curve.at(t)).to.be.closeTo(80 * Math.exp(-0.05 * t), 1e-9);
    expect(curve.scatterFactor).to.be.closeTo(1, 1e-9);
    expect([curve.fromC, curve.toC]).to.deep.equal([50, 75]);
  });

  it("tells its scatter as a factor", () => {
    const readings = [50, 50, 70, 70].map((glueC, i) => ({
      id: `${i}`,
      glueC,
      fractureEnergyJm2: 10 * (i % 2 === 0 ? 1.2 : 1 / 1.2),
    }));
    const curve = glueCurve(readings)!;
    expect(curve.at(60)).to.be.closeTo(10, 1e-9);
    // Residuals of ln 1.2 each, four of them, two degrees of freedom taken.
    expect(Math.log(curve.scatterFactor)).to.be.closeTo(Math.log(1.2) * Math.sqrt(2), 1e-9);
  });

  it("is none where there is too little to go by", () => {
    const at = (...temperatures: number[]) =>
      glueCurve(temperatures.map((glueC) => ({ id: `${glueC}`, glueC, fractureEnergyJm2: 5 })));
    expect(at()).to.equal(null);
    expect(at(50, 70)).to.equal(null);
    expect(at(60, 62, 65)).to.equal(null);
    expect(at(55, 60, 65)).to.not.equal(null);
  });
});

describe("glues", () => {
  it("are materials of the library, weaker with heat from the room on, and brittle below what they say", () => {
    for (const glue of glues) {
      expect(materialNames).to.include(glue.material);
      expect(glue.brittleC.value).to.be.within(glue.brittleC.low, glue.brittleC.high);
      for (let t = 25; t < 120; t += 5) expect(strengthAt(glue, t + 5)).to.be.at.most(strengthAt(glue, t));
      expect(strengthAt(glue, glue.brittleC.value - 15)).to.be.below(strengthAt(glue, 21) / 2);
      expect(strengthAt(glue, -200)).to.equal(glue.strength[0]!.fractureEnergyJm2);
      expect(strengthAt(glue, 400)).to.equal(glue.strength.at(-1)!.fractureEnergyJm2);
    }
  });

  it("run straight between the points of their curve", () => {
    const [a, b] = [glues[0]!.strength[3]!, glues[0]!.strength[4]!];
    const middle = (a.temperatureC + b.temperatureC) / 2;
    expect(strengthAt(glues[0]!, middle)).to.be.closeTo(
      (a.fractureEnergyJm2 + b.fractureEnergyJm2) / 2,
      1e-9,
    );
  });
});
