import { expect } from "chai";
import { calculateHeatSoak } from "../../core/heat/heat-soak.ts";
import { materialNamed } from "../../core/materials/materials.ts";

/** Complementary error function (Abramowitz & Stegun 7.1.26, error below 1.5e-7). */
function erfc(x: number): number {
  const t = 1 / (1 + 0.3275911 * x);
  const polynomial =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return polynomial * Math.exp(-x * x);
}

const layer = (name: string, material: string, thicknessUm: number) => {
  const { conductivityWmK, densityKgM3, specificHeatJkgK } = materialNamed(material);
  return {
    name,
    thicknessUm,
    conductivityWmK: conductivityWmK.value,
    densityKgM3: densityKgM3.value,
    specificHeatJkgK: specificHeatJkgK.value,
  };
};
type Layer = ReturnType<typeof layer>;
const diffusivity = (of: Layer) => of.conductivityWmK / (of.densityKgM3 * of.specificHeatJkgK);
const insulated = { kind: "insulated" } as const;

describe("conduction against published solutions", () => {
  it("follows erfc under a face that is held, while a thick slab is still half infinite (Carslaw & Jaeger 2.4)", () => {
    const depthUm = 2_000;
    const layers = [
      layer("upper", "cover glass, soda-lime", depthUm),
      layer("rest", "cover glass, soda-lime", 40_000),
    ];
    const result = calculateHeatSoak(
      {
        layers,
        startC: 20,
        phases: [{ name: "held", durationS: 20, top: { kind: "held", faceC: 90 }, bottom: insulated }],
        outputEveryS: 2,
      },
      { cells: 400 },
    );
    for (const [i, timeS] of result.timesS.entries()) {
      if (timeS === 0) continue;
      const expectedC = 20 + 70 * erfc((depthUm * 1e-6) / (2 * Math.sqrt(diffusivity(layers[0]!) * timeS)));
      expect(result.interfaces[1]!.temperatureC[i]).to.be.closeTo(expectedC, 0.05);
    }
  });

  it("takes up heat through a held face with the root of time (Incropera & DeWitt, semi-infinite solid)", () => {
    const glass = layer("glass", "cover glass, soda-lime", 40_000);
    const effusivity = Math.sqrt(glass.conductivityWmK * glass.densityKgM3 * glass.specificHeatJkgK);
    for (const durationS of [5, 20]) {
      const { energy } = calculateHeatSoak(
        {
          layers: [glass],
          startC: 20,
          phases: [{ name: "held", durationS, top: { kind: "held", faceC: 60 }, bottom: insulated }],
          outputEveryS: durationS,
        },
        { cells: 800 },
      );
      const expectedJm2 = 2 * effusivity * 40 * Math.sqrt(durationS / Math.PI);
      expect(energy.storedJm2 / expectedJm2).to.be.closeTo(1, 0.005);
    }
  });

  it("cools a thin metal sheet as one lump where Biot is small (Incropera & DeWitt, lumped capacitance)", () => {
    const sheet = layer("sheet", "aluminium", 1_000);
    const filmWm2K = 12;
    const air = { kind: "air", airC: 20, filmWm2K } as const;
    const result = calculateHeatSoak({
      layers: [sheet],
      startC: 95,
      phases: [{ name: "cool", durationS: 300, top: air, bottom: air }],
      outputEveryS: 30,
    });
    const perKJm2 = sheet.densityKgM3 * sheet.specificHeatJkgK * 1e-3;
    for (const [i, timeS] of result.timesS.entries()) {
      const expectedC = 20 + 75 * Math.exp((-2 * filmWm2K * timeS) / perKJm2);
      expect(result.interfaces[0]!.temperatureC[i]).to.be.closeTo(expectedC, 0.02);
    }
  });

  it("lets an air gap carry what its conductance says: a slower panel, and the drop across the gap", () => {
    const glass = layer("glass", "cover glass, soda-lime", 1_100);
    const gap = layer("gap", "air", 300);
    const panel = layer("panel", "liquid-crystal cell", 1_000);
    const result = calculateHeatSoak({
      layers: [glass, gap, panel],
      startC: 20,
      phases: [
        {
          name: "long",
          durationS: 20_000,
          top: { kind: "air", airC: 20, filmWm2K: 10 },
          bottom: { kind: "held", faceC: 80 },
        },
      ],
      outputEveryS: 20_000,
    });
    const resistance = 1 / 10 + 1.1e-3 / 1.1 + 0.3e-3 / 0.027 + 1e-3 / 1.05;
    const flux = 60 / resistance;
    const dropC = result.interfaces[2]!.temperatureC.at(-1)! - result.interfaces[1]!.temperatureC.at(-1)!;
    expect(dropC).to.be.closeTo((flux * 0.3e-3) / 0.027, 1e-6);
  });
});
