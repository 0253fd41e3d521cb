import { expect } from "chai";
import fc from "fast-check";
import { buildGrid, type ConductionLayer } from "./conduction.ts";
import { calculateHeatSoak } from "./heat-soak.ts";
import { StackModes } from "./stack-modes.ts";

const layers = [
  { name: "glass", thicknessUm: 1_100, conductivityWmK: 1.1, densityKgM3: 2_500, specificHeatJkgK: 830 },
  { name: "glue", thicknessUm: 200, conductivityWmK: 0.19, densityKgM3: 1_000, specificHeatJkgK: 1_900 },
  { name: "panel", thicknessUm: 900, conductivityWmK: 1.05, densityKgM3: 2_500, specificHeatJkgK: 800 },
];
const conduction = (contactWm2K = Infinity): ConductionLayer[] =>
  layers.map((layer, i) => ({
    thicknessM: layer.thicknessUm * 1e-6,
    conductivityWmK: layer.conductivityWmK,
    volumetricHeatJm3K: layer.densityKgM3 * layer.specificHeatJkgK,
    contactBelowWm2K: i === 1 ? contactWm2K : Infinity,
  }));

describe("a stack by its modes", () => {
  it("agrees with the march of heat-soak at every moment, on the heat and off it, with a poor contact or a good one", () => {
    for (const contact of [undefined, 300]) {
      const grid = buildGrid(conduction(contact), 24);
      const on = new StackModes(grid, 10, 70);
      const off = new StackModes(grid, 10, 10);
      const plate = on.begin(new Float64Array(grid.capacity.length).fill(21), 21, 97);
      const air = off.begin(plate.at(90), 21, 21);
      const { timesS, interfaces } = calculateHeatSoak(
        {
          layers,
          contacts: contact ? [{ afterLayer: "glue", conductanceWm2K: contact }] : undefined,
          startC: 21,
          phases: [
            {
              name: "on",
              durationS: 90,
              top: { kind: "air", airC: 21, filmWm2K: 10 },
              bottom: { kind: "plate", plateC: 97, contactWm2K: 70 },
            },
            {
              name: "off",
              durationS: 60,
              top: { kind: "air", airC: 21, filmWm2K: 10 },
              bottom: { kind: "air", airC: 21, filmWm2K: 10 },
            },
          ],
          outputEveryS: 3,
        },
        { cells: 24, longestStepS: 0.05 },
      );
      timesS.forEach((timeS, i) => {
        const { lowC, highC } = timeS <= 90 ? plate.range(1, timeS) : air.range(1, timeS - 90);
        const faces = [interfaces[1]!.temperatureC[i]!, interfaces[2]!.temperatureC[i]!];
        expect(Math.min(...faces), `${timeS}`).to.be.within(lowC - 0.02, highC + 0.02);
        expect(Math.max(...faces), `${timeS}`).to.be.within(lowC - 0.02, highC + 0.02);
        expect(highC - lowC).to.be.closeTo(Math.abs(faces[0]! - faces[1]!), 0.05);
      });
    }
  });

  it("ends at resistances in series, and stays where it is in balance, for any faces", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 500, noNaN: true }),
        fc.double({ min: 2, max: 500, noNaN: true }),
        fc.double({ min: -40, max: 150, noNaN: true }),
        fc.double({ min: -40, max: 150, noNaN: true }),
        (topWm2K, bottomWm2K, topC, bottomC) => {
          const grid = buildGrid(conduction(), 24);
          const modes = new StackModes(grid, topWm2K, bottomWm2K);
          const cold = new Float64Array(grid.capacity.length).fill(20);
          const { lowC, highC } = modes.begin(cold, topC, bottomC).range(1, 1e6);
          const ohms = layers.map((l) => (l.thicknessUm * 1e-6) / l.conductivityWmK);
          const whole = 1 / topWm2K + ohms.reduce((a, b) => a + b, 0) + 1 / bottomWm2K;
          const at = (behind: number) => topC + ((bottomC - topC) * behind) / whole;
          const faces = [at(1 / topWm2K + ohms[0]!), at(1 / topWm2K + ohms[0]! + ohms[1]!)];
          expect(lowC).to.be.closeTo(Math.min(...faces), 1e-6);
          expect(highC).to.be.closeTo(Math.max(...faces), 1e-6);
          const still = modes.begin(cold, 20, 20).at(50);
          still.forEach((c) => expect(c).to.be.closeTo(20, 1e-9));
        },
      ),
      { numRuns: 60 },
    );
  });
});
