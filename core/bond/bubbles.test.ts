import { expect } from "chai";
import fc from "fast-check";
import { exampleFamilies } from "../stack/examples.ts";
import { sceneAtStart } from "../device/start.ts";
import { adhesiveNow } from "./adhesive-now.ts";
import { airInGlue, chamber, diffusivityAt, inChamber, programFor, programOf } from "./bubbles.ts";

const start = sceneAtStart(exampleFamilies.back, 0);
const adhesive = adhesiveNow(start);
const GAP_UM = 150;

describe("bubbles in the chamber", () => {
  it("lose their air faster where it is warm: with T over viscosity (Stokes and Einstein)", () => {
    expect(diffusivityAt(adhesive, 25)).to.be.closeTo(airInGlue.diffusivityM2S.value, 1e-20);
    // η(45)/η(25) = exp(4500 (1/318.15 - 1/298.15)), T 318.15/298.15.
    const wanted = 1e-10 * (318.15 / 298.15) * Math.exp(-4_500 * (1 / 318.15 - 1 / 298.15));
    expect(diffusivityAt(adhesive, 45) / wanted).to.be.closeTo(1, 1e-9);
  });

  it("are balls while they are narrower than the bond line, discs where they span it", () => {
    const program = programOf();
    const pressed = (diameterMm: number) =>
      inChamber(diameterMm, GAP_UM, program, adhesive).compressedRadiusUm / (500 * diameterMm);
    expect(pressed(0.1)).to.be.closeTo((1.01325 / program.holdBar) ** (1 / 3), 1e-9);
    expect(pressed(0.4)).to.be.closeTo((1.01325 / program.holdBar) ** (1 / 2), 1e-9);
  });

  it("go in the run that is named for them, and not in one that is much shorter", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1.5, noNaN: true }),
        fc.integer({ min: 25, max: 55 }),
        (diameterMm, chamberC) => {
          const program = programFor(diameterMm, GAP_UM, chamberC, adhesive);
          if (program === null) {
            const most = { holdBar: chamber.bar.max, holdMin: chamber.min.max, chamberC };
            const { vanishMin } = inChamber(diameterMm, GAP_UM, most, adhesive);
            expect(vanishMin ?? Infinity).to.be.above(chamber.min.max / 1.1 - 1);
            return;
          }
          expect(inChamber(diameterMm, GAP_UM, program, adhesive).verdict).to.equal("goes");
          // Runs are told in whole minutes: short ones have room.
          if (program.holdMin < 12) return;
          const short = { ...program, holdMin: 0.8 * program.holdMin };
          expect(inChamber(diameterMm, GAP_UM, short, adhesive).verdict).to.not.equal("goes");
        },
      ),
      { numRuns: 25 },
    );
  });

  it("are run as was chosen, and by usual where nothing was", () => {
    expect(programOf({ holdBar: 7 })).to.deep.equal({ ...chamber.usual, holdBar: 7 });
  });
});

describe("the adhesive in use", () => {
  const lot = {
    kind: "adhesive" as const,
    lot: "LT-1",
    material: "thin UV-curing liquid optical adhesive",
    goodUntil: null,
    viscosityPaS: null as number | null,
  };
  const inUse = (taken: typeof lot, readings: Partial<Record<"room" | "viscosity", number>> = {}) =>
    adhesiveNow({
      state: {
        ...start.state,
        bond: { ...start.state.bond, lots: { adhesive: taken } },
        records: {
          ...start.state.records,
          readings: Object.entries(readings).map(([quantity, value], index) => ({
            of: "reading",
            index,
            stage: "bond",
            quantity: quantity as "room" | "viscosity",
            source: "hand",
            atMs: 0,
            value,
            corrected: null,
          })),
        },
      },
    });

  it("is the lot's kind, as thick as the room makes it, and says what it assumes", () => {
    const warm = inUse(lot, { room: 30 });
    const cold = inUse(lot, { room: 15 });
    expect(warm.name).to.equal(lot.material);
    expect(warm.nowPaS).to.be.below(0.5);
    expect(cold.nowPaS).to.be.above(0.5);
    expect(cold.assumed).to.include("at 15 °C");
  });

  it("goes by what was measured: on this job before what is known of the lot", () => {
    const known = { ...lot, viscosityPaS: 0.9 };
    expect(inUse(known)).to.include({ nowPaS: 0.9, assumed: null });
    expect(inUse(known, { viscosity: 1.4 })).to.include({ nowPaS: 1.4, assumed: null });
  });
});
