import { expect } from "chai";
import fc from "fast-check";
import { adhesiveDoseInput, calculateAdhesiveDose } from "./adhesive-dose.ts";

describe("adhesive-dose", () => {
  it("is area times gap where nothing runs out and nothing shrinks", () => {
    const dose = calculateAdhesiveDose({
      areaMm2: 10_000,
      gapUm: 150,
      overflowPct: 0,
      shrinkPct: 0,
      densityGcm3: 1,
    });
    expect(dose.volumeMl).to.be.closeTo(1.5, 1e-12);
    expect(dose.massG).to.be.closeTo(1.5, 1e-12);
    expect(dose.beadMm).to.equal(null);
  });

  it("lays on more for overflow and for shrinkage, worked by hand", () => {
    // 140 x 65 mm at 0.15 mm: 1.365 ml; times 1.1 over 0.96 = 1.5640625 ml; at 1.07 g/ml 1.673547 g;
    // through a 0.84 mm nozzle (0.554177 mm2) 2822.3 mm.
    const dose = calculateAdhesiveDose({
      areaMm2: 9_100,
      gapUm: 150,
      overflowPct: 10,
      shrinkPct: 4,
      densityGcm3: 1.07,
      nozzleInsideMm: 0.84,
    });
    expect(dose.volumeMl).to.be.closeTo(1.5640625, 1e-9);
    expect(dose.massG).to.be.closeTo(1.673546875, 1e-9);
    expect(dose.beadMm).to.be.closeTo(2822.3, 0.1);
  });

  it("leaves exactly the bond line after overflow is wiped and the cure has shrunk it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e6, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0.05, max: 10, noNaN: true }),
        (areaMm2, gapUm, overflowPct, shrinkPct, nozzleInsideMm) => {
          const dose = calculateAdhesiveDose({
            areaMm2,
            gapUm,
            overflowPct,
            shrinkPct,
            densityGcm3: 1.1,
            nozzleInsideMm,
          });
          const kept = (dose.volumeMl / (1 + overflowPct / 100)) * (1 - shrinkPct / 100);
          expect(kept * 1_000).to.be.closeTo((areaMm2 * gapUm) / 1_000, 1e-9 * areaMm2 * gapUm);
          expect((dose.beadMm! * Math.PI * nozzleInsideMm ** 2) / 4_000).to.be.closeTo(
            dose.volumeMl,
            1e-9 * dose.volumeMl,
          );
        },
      ),
    );
  });

  it("refuses a value outside the bounds and names both", () => {
    const error = adhesiveDoseInput.safeParse({
      areaMm2: 100,
      gapUm: -3,
      overflowPct: 0,
      shrinkPct: 0,
      densityGcm3: 1,
    }).error!;
    expect(error.issues[0]!.path).to.deep.equal(["gapUm"]);
    expect(error.issues[0]!.message).to.equal("must be a number from 1 to 5000");
  });
});
