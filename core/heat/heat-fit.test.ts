import { expect } from "chai";
import { createRequire } from "node:module";
import { seededRandom } from "../../demo/random.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { describeFaults } from "../faults.ts";
import { studentHalfWidth } from "../student.ts";
import { calculateHeatFit, heatFitInput, type HeatFitInput } from "./heat-fit.ts";
import { heatMethod } from "./heat-methods.ts";
import { calculateHeatSoak, type HeatSoakInput } from "./heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "./lift-heat.ts";

const ticket = familyNamed("TK-5");
const seam = seamOf(ticket, "layer")!;
const WHERE = "optical adhesive / polarizer";

/** A soak of a handheld on a plate and its cooling, with these conductances. */
function bench(plateContactWm2K: number, airFilmWm2K: number): HeatSoakInput {
  const { layers, startC, phases } = liftHeatInput(ticket, seam, {
    ...usualSettings(seam),
    method: heatMethod.parse({ kind: "plate", plateC: 97, contactWm2K: plateContactWm2K }),
    soakS: 150,
    airFilmWm2K,
  });
  return { layers, startC, phases };
}

/** What a thermocouple would say of it: every 3 s, with noise of so many K. */
function readingsOf(input: HeatSoakInput, noiseK: () => number) {
  const { timesS, interfaces } = calculateHeatSoak({ ...input, outputEveryS: 3 });
  const face = interfaces.find(({ name }) => name === WHERE)!;
  return timesS.map((timeS, i) => ({ timeS, temperatureC: face.temperatureC[i]! + noiseK() }));
}

const noise = (seed: number, sigmaK: number) => {
  const random = seededRandom(seed);
  return () => random.normal(0, sigmaK);
};

const fitOf = (readings: HeatFitInput["readings"], fit: HeatFitInput["fit"]) =>
  calculateHeatFit({ ...bench(70, 10), readings, where: WHERE, fit });

describe("heat-fit", () => {
  it("finds what was planted, to a thousandth, where the readings are exact", () => {
    const readings = readingsOf(bench(112, 7.5), () => 0);
    const { values, rmsC, identifiable } = fitOf(readings, ["plateContactWm2K", "airFilmWm2K"]);
    expect(values[0]!.valueWm2K / 112).to.be.closeTo(1, 2e-3);
    expect(values[1]!.valueWm2K / 7.5).to.be.closeTo(1, 2e-3);
    expect(rmsC).to.be.below(0.05);
    expect(identifiable).to.equal(true);
  });

  it("holds what was planted within its 95 % interval in at least 90 of 100 noisy trials", () => {
    const planted = [95, 12] as const;
    const exact = readingsOf(bench(...planted), () => 0);
    const held = [0, 0];
    for (let trial = 0; trial < 100; trial += 1) {
      const noiseK = noise(1_000 + trial, 0.5);
      const readings = exact.map((r) => ({ ...r, temperatureC: r.temperatureC + noiseK() }));
      const { values } = fitOf(readings, ["plateContactWm2K", "airFilmWm2K"]);
      values.forEach(({ lowWm2K, highWm2K }, i) => {
        if (lowWm2K! <= planted[i]! && planted[i]! <= highWm2K!) held[i]! += 1;
      });
    }
    expect(held[0]).to.be.at.least(90);
    expect(held[1]).to.be.at.least(90);
    // An interval that held everything would say nothing.
    const { values, rmsC } = fitOf(
      exact.map((r, i) => ({ ...r, temperatureC: r.temperatureC + (i % 2 ? 0.5 : -0.5) })),
      ["plateContactWm2K", "airFilmWm2K"],
    );
    for (const { lowWm2K, highWm2K } of values) expect(highWm2K! / lowWm2K!).to.be.below(1.15);
    expect(rmsC).to.be.closeTo(0.5, 0.02);
  });

  it("finds a poor contact in the stack", () => {
    const withGap = (conductanceWm2K: number): HeatSoakInput => ({
      ...bench(70, 10),
      contacts: [{ afterLayer: "panel", conductanceWm2K }],
    });
    const readings = readingsOf(withGap(140), noise(7, 0.2));
    const { values, identifiable } = calculateHeatFit({
      ...withGap(400),
      readings,
      where: WHERE,
      fit: [{ contactAfterLayer: "panel" }],
    });
    expect(values[0]!.name).to.equal("contact under panel");
    expect(values[0]!.lowWm2K!).to.be.below(140);
    expect(values[0]!.highWm2K!).to.be.above(140);
    expect(identifiable).to.equal(true);
  });

  it("says that readings do not tell what they do not tell: two contacts in series, seen by one reading beyond both", () => {
    const input = { ...bench(70, 10), contacts: [{ afterLayer: "panel", conductanceWm2K: 70 }] };
    const early = readingsOf(input, noise(3, 0.5)).slice(0, 8);
    const { identifiable } = calculateHeatFit({
      ...input,
      readings: early,
      where: WHERE,
      fit: ["plateContactWm2K", "airFilmWm2K", { contactAfterLayer: "panel" }],
    });
    expect(identifiable).to.equal(false);
  });

  it("refuses what cannot be fitted, with the field", () => {
    const readings = [0, 10, 20, 30].map((timeS) => ({ timeS, temperatureC: 20 }));
    const faultsOf = (more: object) => {
      const input = { ...bench(70, 10), readings, where: WHERE, fit: ["plateContactWm2K"], ...more };
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
