import { expect } from "chai";
import fc from "fast-check";
import { calculateHeatSoak, heatSoakInput, type HeatSoakInput } from "./heat-soak.ts";

const glass = { conductivityWmK: 1.1, densityKgM3: 2500, specificHeatJkgK: 830 };
const slab = (input: Partial<HeatSoakInput>): HeatSoakInput => ({
  layers: [
    { name: "upper half", thicknessUm: 1000, ...glass },
    { name: "lower half", thicknessUm: 1000, ...glass },
  ],
  startC: 20,
  phases: [
    { name: "held", durationS: 2, top: { kind: "held", faceC: 100 }, bottom: { kind: "held", faceC: 100 } },
  ],
  ...input,
});

/** Series solution of a slab with both faces held (Carslaw & Jaeger 1959, 3.4): mid-plane temperature. */
function seriesMidplaneC(thicknessM: number, timeS: number): number {
  const diffusivity = glass.conductivityWmK / (glass.densityKgM3 * glass.specificHeatJkgK);
  let sum = 0;
  for (let n = 0; n < 200; n += 1) {
    const m = 2 * n + 1;
    sum +=
      ((n % 2 === 0 ? 1 : -1) / m) * Math.exp((-diffusivity * (m * Math.PI) ** 2 * timeS) / thicknessM ** 2);
  }
  return 100 + (20 - 100) * (4 / Math.PI) * sum;
}

const at = (result: ReturnType<typeof calculateHeatSoak>, timeS: number, face: number) =>
  result.interfaces[face]!.temperatureC[result.timesS.findIndex((t) => Math.abs(t - timeS) < 1e-9)]!;

describe("heat-soak", () => {
  it("meets the series solution of a 2 mm slab with held faces (Carslaw & Jaeger)", () => {
    const result = calculateHeatSoak(slab({ outputEveryS: 0.5 }));
    for (const [timeS, expectedC] of [
      [0.5, 47.13],
      [1, 72.46],
      [2, 92.55],
    ] as const) {
      expect(at(result, timeS, 1)).to.be.closeTo(expectedC, 0.05);
      expect(seriesMidplaneC(2e-3, timeS)).to.be.closeTo(expectedC, 0.005);
    }
  });

  // One-term plane-wall coefficients: Incropera & DeWitt, table 5.1.
  for (const { biot, zeta, c1 } of [
    { biot: 0.1, zeta: 0.3111, c1: 1.0161 },
    { biot: 1, zeta: 0.8603, c1: 1.1191 },
    { biot: 10, zeta: 1.4289, c1: 1.262 },
  ]) {
    it(`follows the one-term solution of a plane wall at Bi ${biot} (Incropera & DeWitt, table 5.1)`, () => {
      const halfM = 1e-3;
      const filmWm2K = (biot * glass.conductivityWmK) / halfM;
      const diffusivity = glass.conductivityWmK / (glass.densityKgM3 * glass.specificHeatJkgK);
      const timeS = (0.6 * halfM ** 2) / diffusivity;
      const result = calculateHeatSoak({
        layers: [{ name: "half wall", thicknessUm: 1000, ...glass }],
        startC: 0,
        phases: [
          {
            name: "air",
            durationS: timeS,
            top: { kind: "insulated" },
            bottom: { kind: "air", airC: 100, filmWm2K },
          },
        ],
        outputEveryS: timeS,
      });
      const expectedC = 100 * (1 - c1 * Math.exp(-(zeta ** 2) * 0.6));
      // The table's four digits carry 0.01 C here.
      expect(result.interfaces[0]!.temperatureC.at(-1)).to.be.closeTo(expectedC, 0.04);
    });
  }

  it("settles where resistances in series say, a poor contact included", () => {
    const layers = [
      { name: "a", thicknessUm: 700, ...glass },
      { name: "b", thicknessUm: 150, conductivityWmK: 0.2, densityKgM3: 1000, specificHeatJkgK: 2000 },
      { name: "c", thicknessUm: 1000, ...glass },
    ];
    const result = calculateHeatSoak({
      layers,
      contacts: [{ afterLayer: "b", conductanceWm2K: 300 }],
      startC: 20,
      phases: [
        {
          name: "long",
          durationS: 20_000,
          top: { kind: "air", airC: 22, filmWm2K: 9 },
          bottom: { kind: "plate", plateC: 90, contactWm2K: 120 },
        },
      ],
      outputEveryS: 1000,
    });
    const resistance = [1 / 9, 0.7e-3 / 1.1, 0.15e-3 / 0.2, 1 / 300, 1e-3 / 1.1, 1 / 120];
    const flux = (90 - 22) / resistance.reduce((a, b) => a + b);
    let expectedC = 22;
    const expected = resistance.slice(0, -1).map((r) => (expectedC += flux * r));
    expect(result.interfaces[0]!.temperatureC.at(-1)).to.be.closeTo(expected[0]!, 1e-6);
    expect(result.interfaces[1]!.temperatureC.at(-1)).to.be.closeTo(expected[1]!, 1e-6);
    expect(result.interfaces[2]!.temperatureC.at(-1)).to.be.closeTo(expected[2]!, 1e-6);
    expect(result.interfaces[2]!.belowC!.at(-1)).to.be.closeTo(expected[3]!, 1e-6);
    expect(result.interfaces[3]!.temperatureC.at(-1)).to.be.closeTo(expected[4]!, 1e-6);
  });

  it("keeps energy: what came in through the faces is what the stack stores", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            thicknessUm: fc.double({ min: 10, max: 5000, noNaN: true }),
            conductivityWmK: fc.double({ min: 0.02, max: 200, noNaN: true }),
            densityKgM3: fc.double({ min: 1, max: 8000, noNaN: true }),
            specificHeatJkgK: fc.double({ min: 300, max: 4000, noNaN: true }),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: 41, max: 150, noNaN: true }),
        (layers, startC, plateC) => {
          const { energy } = calculateHeatSoak({
            layers: layers.map((layer, i) => ({ name: `layer ${i}`, ...layer })),
            startC,
            phases: [
              {
                name: "soak",
                durationS: 40,
                top: { kind: "air", airC: startC, filmWm2K: 10 },
                bottom: { kind: "plate", plateC, contactWm2K: 200 },
              },
              {
                name: "held",
                durationS: 7.3,
                top: { kind: "held", faceC: 25 },
                bottom: { kind: "insulated" },
              },
            ],
          });
          expect(Math.abs(energy.inJm2 - energy.storedJm2)).to.be.below(
            1e-6 * Math.max(1, Math.abs(energy.storedJm2)),
          );
        },
      ),
      { numRuns: 40 },
    );
  });

  it("loses error with the square of the step", () => {
    const cosine = (fixedStepS: number) =>
      calculateHeatSoak(
        slab({
          outputEveryS: 2,
          phases: [
            {
              name: "air",
              durationS: 2,
              top: { kind: "air", airC: 100, filmWm2K: 500 },
              bottom: { kind: "air", airC: 100, filmWm2K: 500 },
            },
          ],
        }),
        { fixedStepS },
      ).interfaces[1]!.temperatureC.at(-1)!;
    const exact = cosine(0.5 / 512);
    const errors = [0.5, 0.25, 0.125, 0.0625].map((step) => Math.abs(cosine(step) - exact));
    for (let i = 1; i < errors.length; i += 1) {
      expect(Math.log2(errors[i - 1]! / errors[i]!)).to.be.within(1.6, 2.6);
    }
  });

  it("mirrors: the stack turned over gives the same temperatures turned over", () => {
    const layers = [
      { name: "a", thicknessUm: 700, ...glass },
      { name: "b", thicknessUm: 150, conductivityWmK: 0.2, densityKgM3: 1000, specificHeatJkgK: 2000 },
    ];
    const hot = { kind: "plate", plateC: 97, contactWm2K: 90 } as const;
    const air = { kind: "air", airC: 20, filmWm2K: 10 } as const;
    const upright = calculateHeatSoak({
      layers,
      startC: 20,
      phases: [{ name: "soak", durationS: 60, top: air, bottom: hot }],
      outputEveryS: 10,
    });
    const turned = calculateHeatSoak({
      layers: [...layers].reverse(),
      startC: 20,
      phases: [{ name: "soak", durationS: 60, top: hot, bottom: air }],
      outputEveryS: 10,
    });
    upright.interfaces.forEach((face, i) =>
      face.temperatureC.forEach((t, k) =>
        expect(t).to.be.closeTo(turned.interfaces[upright.interfaces.length - 1 - i]!.temperatureC[k]!, 1e-6),
      ),
    );
  });

  it("tells when the layer is ready, how long the window stays, and which limit breaks when", () => {
    const phases = (soakS: number) => [
      {
        name: "soak",
        durationS: soakS,
        top: { kind: "air", airC: 20, filmWm2K: 10 } as const,
        bottom: { kind: "plate", plateC: 97, contactWm2K: 90 } as const,
      },
      {
        name: "cut",
        durationS: 300,
        top: { kind: "air", airC: 20, filmWm2K: 10 } as const,
        bottom: { kind: "air", airC: 20, filmWm2K: 10 } as const,
      },
    ];
    const run = (soakS: number) =>
      calculateHeatSoak(
        slab({
          phases: phases(soakS),
          target: { layer: "upper half", minC: 70 },
          limits: [{ layer: "lower half", maxC: 75 }],
          outputEveryS: 5,
        }),
      );
    const long = run(120);
    expect(long.target!.readyAtS).to.be.greaterThan(0).and.lessThan(120);
    expect(long.target!.windowS).to.be.greaterThan(0);
    expect(long.target!.intervals).to.have.length(1);
    expect(long.target!.intervals[0]!.toS - 120).to.be.closeTo(long.target!.windowS!, 1e-6);
    expect(long.limits[0]!.peakC).to.be.greaterThan(75);
    expect(long.limits[0]!.firstBrokenS).to.be.within(0, 120);
    // Well short of ready: never in the band, and null says so.
    const short = run(long.target!.readyAtS! * 0.5);
    expect(short.target).to.deep.equal({
      intervals: [],
      readyAtS: null,
      windowS: null,
      windowCutShort: false,
    });
  });

  it("says that the window is at least so long where the run ends first", () => {
    const { target } = calculateHeatSoak(
      slab({
        startC: 80,
        phases: [{ name: "rest", durationS: 30, top: { kind: "insulated" }, bottom: { kind: "insulated" } }],
        target: { layer: "upper half", minC: 70 },
      }),
    );
    expect(target).to.deep.equal({
      intervals: [{ fromS: 0, toS: 30 }],
      readyAtS: 0,
      windowS: 30,
      windowCutShort: true,
    });
  });

  it("outputs at every step asked for and at the end", () => {
    const result = calculateHeatSoak(slab({ outputEveryS: 0.7 }));
    expect(result.timesS).to.have.length(4);
    [0, 0.7, 1.4, 2].forEach((t, i) => expect(result.timesS[i]).to.be.closeTo(t, 1e-9));
  });

  it("refuses names that do not exist, NaN, unknown fields and endless outputs", () => {
    const faults = (change: object) =>
      heatSoakInput.safeParse({ ...slab({}), ...change }).error?.issues.map((issue) => issue.path.join("."));
    expect(faults({ target: { layer: "no such layer", minC: 5 } })).to.deep.equal(["target.layer"]);
    expect(faults({ contacts: [{ afterLayer: "lower half", conductanceWm2K: 5 }] })).to.deep.equal([
      "contacts.0.afterLayer",
    ]);
    expect(faults({ startC: NaN })).to.deep.equal(["startC"]);
    expect(faults({ startC: Infinity })).to.deep.equal(["startC"]);
    expect(faults({ glue: 1 })).to.deep.equal([""]);
    expect(
      faults({ outputEveryS: 0.001, phases: [{ ...slab({}).phases[0]!, durationS: 3600 }] }),
    ).to.deep.equal(["outputEveryS"]);
  });
});
