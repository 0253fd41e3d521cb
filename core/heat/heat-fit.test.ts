import { expect } from "chai";
import { createRequire } from "node:module";
import { seededRandom } from "../../demo/random.ts";
import { onThePlate, READ_AT } from "../../test/hot-plate.ts";
import { describeFaults } from "../faults.ts";
import { studentHalfWidth } from "../student.ts";
import { calculateHeatFit, heatFitInput, type HeatFitInput } from "./heat-fit.ts";
import { calculateHeatSoak, type HeatSoakInput } from "./heat-soak.ts";

/** What a thermocouple would say of it: every 3 s, with noise of so many K. */
function readingsOf(input: HeatSoakInput, noiseK: () => number) {
  const { timesS, interfaces } = calculateHeatSoak({ ...input, outputEveryS: 3 });
  const face = interfaces.find(({ name }) => name === READ_AT)!;
  return timesS.map((timeS, i) => ({ timeS, temperatureC: face.temperatureC[i]! + noiseK() }));
}

const noise = (seed: number, sigmaK: number) => {
  const random = seededRandom(seed);
  return () => random.normal(0, sigmaK);
};

const fitOf = (readings: HeatFitInput["readings"], fit: HeatFitInput["fit"]) =>
  calculateHeatFit({ ...onThePlate(70, 10), readings, where: READ_AT, fit });

describe("heat-fit", () => {
  it("finds what was planted, to a thousandth, where the readings are exact", () => {
    const readings = readingsOf(onThePlate(112, 7.5), () => 0);
    const { values, rmsC, identifiable } = fitOf(readings, ["plateContactWm2K", "airFilmWm2K"]);
    expect(values[0]!.valueWm2K / 112).to.be.closeTo(1, 2e-3);
    expect(values[1]!.valueWm2K / 7.5).to.be.closeTo(1, 2e-3);
    expect(rmsC).to.be.below(0.05);
    expect(identifiable).to.equal(true);
  });

  it("is as sure as its readings scatter: an interval that held everything would say nothing", () => {
    const { values, rmsC } = fitOf(
      readingsOf(onThePlate(95, 12), () => 0).map((r, i) => ({
        ...r,
        temperatureC: r.temperatureC + (i % 2 ? 0.5 : -0.5),
      })),
      ["plateContactWm2K", "airFilmWm2K"],
    );
    for (const { lowWm2K, highWm2K } of values) expect(highWm2K! / lowWm2K!).to.be.below(1.15);
    expect(rmsC).to.be.closeTo(0.5, 0.02);
  });

  it("finds a poor contact in the stack", () => {
    const withGap = (conductanceWm2K: number): HeatSoakInput => ({
      ...onThePlate(70, 10),
      contacts: [{ afterLayer: "panel", conductanceWm2K }],
    });
    const exact = readingsOf(withGap(140), () => 0);
    const held = Array.from({ length: 20 }, (_, seed) => {
      const noiseK = noise(seed, 0.2);
      const { values, identifiable } = calculateHeatFit({
        ...withGap(400),
        readings: exact.map((r) => ({ ...r, temperatureC: r.temperatureC + noiseK() })),
        where: READ_AT,
        fit: [{ contactAfterLayer: "panel" }],
      });
      expect(identifiable).to.equal(true);
      expect(values[0]!.name).to.equal("contact under panel");
      expect(values[0]!.valueWm2K).to.be.closeTo(140, 6);
      return values[0]!.lowWm2K! < 140 && values[0]!.highWm2K! > 140;
    });
    expect(held.filter(Boolean).length).to.be.at.least(17);
  });

  it("finds a bead's lag and offset, and takes neither for the bench's", () => {
    const readings = readingsOf(onThePlate(112, 7.5), noise(9, 0.1)).map((r) => ({
      ...r,
      temperatureC: r.temperatureC + 1.4,
    }));
    const { values, probe, warnings } = fitOf(readings, ["plateContactWm2K", "airFilmWm2K"]);
    expect(probe.offsetC).to.be.closeTo(1.4, 0.15);
    expect(probe.lagS).to.be.below(0.5);
    expect(values[0]!.valueWm2K / 112).to.be.closeTo(1, 0.02);
    expect(warnings).to.deep.equal([]);
    // Told that there is none, it takes the offset for the bench's.
    const blind = calculateHeatFit({
      ...onThePlate(70, 10),
      readings,
      where: READ_AT,
      fit: ["plateContactWm2K", "airFilmWm2K"],
      probe: { lagS: 0, offsetC: 0 },
    });
    expect(Math.abs(blind.values[1]!.valueWm2K / 7.5 - 1)).to.be.above(0.03);
    expect(blind.autocorrelation).to.be.above(0.5);
    expect(blind.warnings.join()).to.include("err alike");
  });

  it("reads within a layer as well as on a face: its lower face is the next one's upper", () => {
    const readings = readingsOf(onThePlate(112, 7.5), () => 0);
    const on = fitOf(readings, ["plateContactWm2K"]);
    const within = calculateHeatFit({
      ...onThePlate(70, 10),
      readings,
      where: { layer: "optical adhesive", share: 1 },
      fit: ["plateContactWm2K"],
    });
    expect(within.values[0]!.valueWm2K).to.be.closeTo(on.values[0]!.valueWm2K, 1e-6);
  });

  it("says that readings do not tell what they do not tell: two contacts in series, seen by one reading beyond both", () => {
    const input = { ...onThePlate(70, 10), contacts: [{ afterLayer: "panel", conductanceWm2K: 70 }] };
    const early = readingsOf(input, noise(3, 0.5)).slice(0, 8);
    const { identifiable } = calculateHeatFit({
      ...input,
      readings: early,
      where: READ_AT,
      fit: ["plateContactWm2K", "airFilmWm2K", { contactAfterLayer: "panel" }],
    });
    expect(identifiable).to.equal(false);
  });

  it("refuses what cannot be fitted, with the field", () => {
    const readings = [0, 10, 20, 30].map((timeS) => ({ timeS, temperatureC: 20 }));
    const faultsOf = (more: object) => {
      const input = { ...onThePlate(70, 10), readings, where: READ_AT, fit: ["plateContactWm2K"], ...more };
      const parsed = heatFitInput.safeParse(input);
      return parsed.success ? [] : describeFaults(parsed.error, input).map((f) => `${f.path} ${f.message}`);
    };
    expect(faultsOf({})).to.deep.equal([]);
    expect(faultsOf({ where: "the middle" })[0]).to.match(
      /^where "the middle" is not one of the faces: top face/,
    );
    expect(faultsOf({ fit: [{ contactAfterLayer: "panel" }] })[0]).to.include(
      "fit[0] contact under panel stands nowhere",
    );
    expect(faultsOf({ fit: ["plateContactWm2K", "airFilmWm2K"] })[0]).to.include(
      "readings 4 readings; 2 unknowns",
    );
    expect(faultsOf({ readings: readings.map((r) => ({ ...r, timeS: r.timeS * 1_000 })) })[0]).to.include(
      "must be within the phases",
    );
  });
});

describe("Student's t", () => {
  it("has the quantiles of jStat 1.9.6", () => {
    const { jStat } = createRequire(import.meta.url)("jstat") as {
      jStat: { studentt: { inv: (p: number, df: number) => number } };
    };
    for (const df of [1, 2, 3, 7, 20, 98, 1_000]) {
      for (const share of [0.5, 0.9, 0.95, 0.99]) {
        const wanted = jStat.studentt.inv(0.5 + share / 2, df);
        expect(studentHalfWidth(share, df), `${share} at ${df}`).to.be.closeTo(wanted, 1e-6 * wanted);
      }
    }
  });
});
