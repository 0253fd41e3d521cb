import { expect } from "chai";
import { solventNames } from "../materials/solvent-names.ts";
import { describeFaults } from "../faults.ts";
import { agreements, solventNamed, solvents, surfaces } from "../materials/solvents.ts";
import { calculateVapour, vapourInput, type VapourInput } from "./vapour.ts";

const wipe: VapourInput = {
  solvent: "isopropyl alcohol",
  volumeMl: 10,
  evaporateMin: 10,
  roomM3: 60,
  airChangesPerH: 2,
  mixing: 1,
};

describe("vapour", () => {
  it("holds the limits of the NIOSH Pocket Guide (from memory): limit, explosive limit, flash, autoignition", () => {
    const published = {
      acetone: [250, 2.5, -18, 465],
      "isopropyl alcohol": [400, 2.0, 12, 399],
      "n-hexane": [50, 1.1, -22, 225],
      ethanol: [1_000, 3.3, 13, 363],
    };
    for (const [name, wanted] of Object.entries(published)) {
      const { limitPpm, lelPct, flashC, autoignitionC } = solventNamed(name)!;
      expect([limitPpm, lelPct, flashC, autoignitionC], name).to.deep.equal(wanted);
    }
  });

  it("is the worked example by hand where nothing is carried off: 10 ml of isopropyl alcohol in 60 m3", () => {
    // 7.85 g / 60.1 g/mol x 24.45 l/mol = 3.1936 l of vapour in 60 000 l: 53.23 ppm.
    const { peakPpm, twa8hPpm, lowerExplosivePct } = calculateVapour({ ...wipe, airChangesPerH: 0 });
    expect(peakPpm).to.be.closeTo(53.226, 0.001);
    expect(lowerExplosivePct!).to.be.closeTo((100 * 53.226) / 20_000, 1e-4);
    // Ten minutes of rise, then level until the eighth hour.
    expect(twa8hPpm).to.be.closeTo(53.226 * (1 - 5 / 480), 0.001);
  });

  it("goes to G / Q where it evaporates for long, and decays by the air changes after (closed form)", () => {
    const steady = calculateVapour({ ...wipe, volumeMl: 480, evaporateMin: 480, airChangesPerH: 6 });
    const perH = (480 * 0.785 * 24.45 * 1_000) / (60.1 * 8); // ml of vapour an hour
    expect(steady.peakPpm).to.be.closeTo(perH / (6 * 60), 0.01);
    const short = calculateVapour({ ...wipe, airChangesPerH: 3 });
    const after = short.curve.filter(({ timeMin }) => timeMin >= 10);
    const [first, last] = [after[0]!, after.at(-1)!];
    expect(last.ppm / first.ppm).to.be.closeTo(Math.exp((-3 * (last.timeMin - first.timeMin)) / 60), 1e-9);
  });

  it("loses through the air what it put in: removal times the day's sum is the whole wipe", () => {
    const { twa8hPpm } = calculateVapour({ ...wipe, airChangesPerH: 12 });
    expect(12 * 8 * twa8hPpm).to.be.closeTo(53.226, 0.001);
  });

  it("counts poor mixing as less air, and several wipes as their sum", () => {
    const poor = calculateVapour({ ...wipe, airChangesPerH: 10, mixing: 5 });
    expect(poor.peakPpm).to.be.closeTo(calculateVapour({ ...wipe, airChangesPerH: 2 }).peakPpm, 1e-9);
    const often = calculateVapour({ ...wipe, airChangesPerH: 30, timesPerDay: 4 });
    expect(often.twa8hPpm).to.be.closeTo(4 * calculateVapour({ ...wipe, airChangesPerH: 30 }).twa8hPpm, 0.01);
    const close = calculateVapour({ ...wipe, airChangesPerH: 0, timesPerDay: 4 });
    expect(close.peakPpm).to.be.closeTo(4 * 53.226, 0.01);
  });

  it("says how much air is needed: at just that the limit is kept, at a little less it is not", () => {
    const heavy: VapourInput = { ...wipe, solvent: "n-hexane", volumeMl: 200, evaporateMin: 30, mixing: 3 };
    const { airChangesNeededPerH } = calculateVapour(heavy);
    expect(airChangesNeededPerH).to.be.greaterThan(1);
    const at = (share: number) => calculateVapour({ ...heavy, airChangesPerH: share * airChangesNeededPerH });
    const isKept = ({ twa8hPpm, limitPpm, lowerExplosivePct }: ReturnType<typeof at>) =>
      twa8hPpm <= limitPpm * (1 + 1e-9) && lowerExplosivePct! <= 10 * (1 + 1e-9);
    expect(isKept(at(1))).to.equal(true);
    expect(isKept(at(0.99))).to.equal(false);
    expect(calculateVapour(wipe).airChangesNeededPerH).to.equal(0);
  });

  it("tells what lights it: hot air lights n-hexane by itself, a plate does not; water lights by nothing", () => {
    const at = (solvent: string, hottestToolC?: number) =>
      calculateVapour({ ...wipe, solvent, ...(hottestToolC === undefined ? {} : { hottestToolC }) });
    expect(at("n-hexane", 300).ignition).to.equal("above autoignition");
    expect(at("n-hexane", 300).cautions[0]).to.include("225 °C");
    expect(at("n-hexane", 97).ignition).to.equal("no flame or hot tool");
    expect(at("n-hexane", 190).cautions[0]).to.include("close to");
    expect(at("ethanol", 300).cautions[0]).to.include("close to");
    expect(at("isopropyl alcohol").ignition).to.equal("no flame or hot tool");
    expect(at("glass cleaner, water-based", 300).ignition).to.equal("safe");
    // A liquid that hardly flashes in a cool room.
    const heavy = { ...solventNamed("isopropyl alcohol")!, name: "heavy", flashC: 70 };
    const { name, molarMassGmol, densityGml, limitPpm, lelPct, flashC, autoignitionC } = heavy;
    const own = { name, molarMassGmol, densityGml, limitPpm, lelPct, flashC, autoignitionC };
    expect(calculateVapour({ ...wipe, solvent: own }).ignition).to.equal("safe");
  });

  it("warns where people breathe too much, for a day or for a while", () => {
    const day = calculateVapour({ ...wipe, solvent: "n-hexane", volumeMl: 500, airChangesPerH: 0.5 });
    expect(day.twa8hPpm).to.be.greaterThan(50);
    expect(day.cautions.join(" ")).to.include("Over the limit");
    const while_ = calculateVapour({ ...wipe, solvent: "n-hexane", volumeMl: 30, airChangesPerH: 6 });
    expect(while_.peakPpm).to.be.greaterThan(50);
    expect(while_.twa8hPpm).to.be.below(50);
    expect(while_.cautions.join(" ")).to.include("For a while");
    expect(calculateVapour({ ...wipe, solvent: "acetone", volumeMl: 3_000 }).cautions.join(" ")).to.include(
      "a tenth",
    );
  });

  it("says what is before the face of whoever wipes: 5 ml of isopropyl alcohol off in 3 min, by hand (two zones, Nicas 1996)", () => {
    const wipe = {
      solvent: "isopropyl alcohol",
      volumeMl: 5,
      evaporateMin: 3,
      roomM3: 1e5,
      airChangesPerH: 0,
      mixing: 1,
    } as const;
    // 5 ml x 0.785 / 60.1 = 0.0653 mol, 1.597 l of vapour in 3 min into 3 x 6.8 m3: 78.3 ppm, over a quarter of an hour a fifth of it.
    const found = calculateVapour(wipe);
    expect(found.nearPeakPpm).to.be.closeTo(78.3, 0.1);
    expect(found.near15MinPpm).to.be.closeTo(78.3 / 5, 0.05);
    expect(found.shortTermPpm).to.equal(500);
    // Longer than the quarter, the mean is the height itself; a room that fills up adds its own.
    const long = calculateVapour({ ...wipe, volumeMl: 100, evaporateMin: 60 });
    expect(long.near15MinPpm).to.be.closeTo(long.nearPeakPpm, 0.02 * long.nearPeakPpm);
    const small = calculateVapour({ ...wipe, roomM3: 20 });
    expect(small.nearPeakPpm - small.peakPpm).to.be.closeTo(78.3, 0.1);
    const much = calculateVapour({ ...wipe, volumeMl: 200, evaporateMin: 4 });
    expect(much.cautions.join()).to.include("before the face");
    // n-hexane has no published short-term limit: nothing is said against one.
    const hexane = calculateVapour({ ...wipe, solvent: "n-hexane", volumeMl: 200, evaporateMin: 4 });
    expect([hexane.shortTermPpm, hexane.cautions.join().includes("before the face")]).to.deep.equal([
      null,
      false,
    ]);
  });

  it("refuses an unknown solvent and values that no bench meets, with their bounds", () => {
    const faults = (more: object) => {
      const parsed = vapourInput.safeParse({ ...wipe, ...more });
      return parsed.success
        ? []
        : describeFaults(parsed.error, { ...wipe, ...more }).map((f) => `${f.path} ${f.message}`);
    };
    expect(faults({ solvent: "petrol" }).join()).to.include("n-hexane");
    expect(faults({ mixing: 11 }).join()).to.match(/mixing .*1 to 10/);
    expect(faults({ roomM3: 0 }).join()).to.match(/roomM3 .*1 to 100000/);
  });
});

describe("the library of solvents", () => {
  it("says of every solvent and surface what to do and why, each with its sources", () => {
    expect(solvents.map(({ name }) => name)).to.deep.equal([...solventNames]);
    for (const solvent of solvents) {
      for (const surface of surfaces) {
        const { agreement, why } = solvent.on[surface];
        expect(agreements).to.include(agreement);
        expect(why).to.match(/\w/);
      }
      for (const source of Object.values(solvent.sources)) expect(source.text).to.match(/\w/);
    }
  });

  it("never lets a camera window be wetted with what burns, nor a polarizer with acetone", () => {
    for (const { flashC, on } of solvents) {
      if (flashC !== null) expect(on["camera window"].agreement).to.equal("never");
    }
    expect(solventNamed("acetone")!.on.polarizer.agreement).to.equal("never");
  });
});
