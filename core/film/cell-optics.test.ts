import { expect } from "chai";
import fc from "fast-check";
import { Matrix, solve } from "ml-matrix";
import { describeFaults } from "../faults.ts";
import { calculateCellOptics, cellOpticsInput, transmittance } from "./cell-optics.ts";
import { wavelengthsNm } from "./colour.ts";

const angle = fc.double({ min: -180, max: 180, noNaN: true });
const perfect = 1e6;

describe("cell-optics", () => {
  it("is sin²(π/2·√(1+u²))/(1+u²) for a 90 degree cell between parallel films (Gooch & Tarry 1975)", () => {
    for (const retardanceNm of [100, 476, 850, 1_600]) {
      for (const [rearDeg, frontDeg] of [
        [0, 0],
        [90, 90],
      ] as const) {
        const found = transmittance({
          twistDeg: 90,
          retardanceNm,
          rearDeg,
          frontDeg,
          filmExtinction: perfect,
        });
        wavelengthsNm.forEach((nm, i) => {
          const u = (2 * retardanceNm) / nm;
          const wanted = Math.sin((Math.PI / 2) * Math.sqrt(1 + u * u)) ** 2 / (1 + u * u);
          expect(found[i]!).to.be.closeTo(wanted, 3e-6);
        });
      }
    }
  });

  it("is dark at u = √3, √15 and √35 (Gooch & Tarry's minima), and lighter beside them", () => {
    const at550 = (retardanceNm: number) =>
      transmittance({ twistDeg: 90, retardanceNm, rearDeg: 0, frontDeg: 0, filmExtinction: perfect })[
        wavelengthsNm.indexOf(550)
      ]!;
    for (const square of [3, 15, 35]) {
      const minimumNm = (Math.sqrt(square) * 550) / 2;
      expect(at550(minimumNm)).to.be.below(3e-6);
      for (const off of [0.93, 1.07]) expect(at550(off * minimumNm)).to.be.greaterThan(1e-4);
    }
  });

  it("sums to 1 over crossed and parallel films, for any cell and any film", () => {
    fc.assert(
      fc.property(
        angle,
        fc.double({ min: 0, max: 2_000, noNaN: true }),
        angle,
        angle,
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        (twistDeg, retardanceNm, rearDeg, frontDeg, filmExtinction) => {
          const cell = { twistDeg, retardanceNm, rearDeg, filmExtinction };
          const one = transmittance({ ...cell, frontDeg });
          const other = transmittance({ ...cell, frontDeg: frontDeg + 90 });
          one.forEach((t, i) => {
            expect(t + other[i]!).to.be.closeTo(1, 1e-9);
            expect(t).to.be.within(-1e-12, 1 + 1e-12);
          });
        },
      ),
      { numRuns: 200 },
    );
  });

  it("follows Malus where there is no birefringence, and a half-wave plate where there is no twist", () => {
    const at = (retardanceNm: number, rearDeg: number, frontDeg: number) =>
      transmittance({ twistDeg: 0, retardanceNm, rearDeg, frontDeg, filmExtinction: perfect })[
        wavelengthsNm.indexOf(550)
      ]!;
    expect(at(0, 10, 40)).to.be.closeTo(Math.cos(Math.PI / 6) ** 2, 3e-6);
    // A half wave turns light at 45 by 90: none is left along it, all of it across.
    expect(at(275, 45, 45)).to.be.closeTo(0, 3e-6);
    expect(at(275, 45, -45)).to.be.closeTo(1, 3e-6);
    expect(at(275, 20, -20)).to.be.closeTo(1, 3e-6);
  });

  it("shows equal energy as x = y = 1/3 and D65 as 0.3127, 0.3290 (CIE 15), both as white", () => {
    const open = { twistDeg: 0, retardanceNm: 0, rearDeg: 0, frontDeg: 0, filmExtinction: perfect };
    const e = calculateCellOptics(open).off;
    expect(e.x).to.be.closeTo(1 / 3, 0.002);
    expect(e.y).to.be.closeTo(1 / 3, 0.002);
    const day = calculateCellOptics({ ...open, illuminant: "D65" }).off;
    expect(day.x).to.be.closeTo(0.3127, 0.002);
    expect(day.y).to.be.closeTo(0.329, 0.002);
    for (const look of [e, day]) {
      expect(look.Y).to.be.closeTo(1, 1e-5);
      expect(look.srgb).to.equal("#ffffff");
      expect(look.tint).to.equal("white");
    }
  });

  it("shows a 240 degree, 850 nm cell as it is known: yellow-green at 90, violet-blue at 0, orange near 140", () => {
    const { sweep } = calculateCellOptics({
      twistDeg: 240,
      retardanceNm: 850,
      rearDeg: 45,
      frontDeg: 90,
      sweep: { fromDeg: 0, toDeg: 180, stepDeg: 10 },
    });
    const at = (deg: number) => sweep!.find(({ frontDeg }) => frontDeg === deg)!;
    expect(at(90).off.x).to.be.closeTo(0.36, 0.01);
    expect(at(90).off.y).to.be.closeTo(0.41, 0.01);
    expect(at(90).off.tint).to.equal("yellow-green");
    expect(at(0).off.x).to.be.closeTo(0.27, 0.01);
    expect(at(0).off.y).to.be.closeTo(0.13, 0.01);
    expect(at(0).off.tint).to.equal("violet-blue");
    expect(at(140).off.tint).to.equal("orange");
    // A quarter turn of one film turns the picture inside out.
    expect(at(90).sense).to.equal("positive");
    expect(at(0).sense).to.equal("negative");
    expect(at(180).off.Y).to.be.closeTo(at(0).off.Y, 1e-12);
  });

  it("agrees with Berreman's 4 x 4 matrices at normal incidence, twisted or not, whatever the colour (Berreman 1972)", () => {
    // Psi = (Ex, Hy, Ey, -Hx), dPsi/dz = i k0 Delta Psi; a complex matrix as two real blocks. The media around have the cell's mean index.
    const [ordinary, slices] = [1.5, 400];
    const berreman = (
      twistDeg: number,
      retardanceNm: number,
      rearDeg: number,
      frontDeg: number,
      nm: number,
    ) => {
      const thickNm = 6_000;
      const extraordinary = ordinary + retardanceNm / thickNm;
      const outside = (ordinary + extraordinary) / 2;
      const k = (2 * Math.PI) / nm;
      let all = Matrix.eye(8);
      for (let s = 0; s < slices; s += 1) {
        const turn = (((s + 0.5) / slices) * twistDeg * Math.PI) / 180;
        const [c, d] = [Math.cos(turn), Math.sin(turn)];
        const [e, o] = [extraordinary ** 2, ordinary ** 2];
        const [xx, yy, xy] = [e * c * c + o * d * d, e * d * d + o * c * c, (e - o) * c * d];
        const delta = new Matrix([
          [0, 1, 0, 0],
          [xx, 0, xy, 0],
          [0, 0, 0, 1],
          [xy, 0, yy, 0],
        ]).mul((k * thickNm) / slices);
        // The exponential of i times delta, by its series.
        const step = Matrix.zeros(8, 8);
        step.setSubMatrix(Matrix.mul(delta, -1), 0, 4);
        step.setSubMatrix(delta, 4, 0);
        let [term, sum] = [Matrix.eye(8), Matrix.eye(8)];
        for (let n = 1; n < 14; n += 1) {
          term = term.mmul(step).mul(1 / n);
          sum = sum.add(term);
        }
        all = sum.mmul(all);
      }
      // What comes in, is thrown back and goes through: all (in + back) = through.
      const field = (x: number, y: number, way: number) => [x, way * outside * x, y, way * outside * y];
      const complex = (column: number[], imaginary = false) =>
        imaginary ? [0, 0, 0, 0, ...column] : [...column, 0, 0, 0, 0];
      const unit = [
        [1, 0],
        [0, 1],
      ] as const;
      const rear = (rearDeg * Math.PI) / 180;
      const incoming = Matrix.columnVector(complex(field(Math.cos(rear), Math.sin(rear), 1)));
      const columns = [
        ...unit.flatMap(([x, y]) =>
          [false, true].map((i) =>
            all
              .mmul(Matrix.columnVector(complex(field(x, y, -1), i)))
              .to1DArray()
              .map((v) => -v),
          ),
        ),
        ...unit.flatMap(([x, y]) => [false, true].map((i) => complex(field(x, y, 1), i))),
      ];
      const found = solve(new Matrix(columns).transpose(), all.mmul(incoming)).to1DArray();
      const front = (frontDeg * Math.PI) / 180;
      const [xr, xi, yr, yi] = found.slice(4) as [number, number, number, number];
      return (
        (xr * Math.cos(front) + yr * Math.sin(front)) ** 2 +
        (xi * Math.cos(front) + yi * Math.sin(front)) ** 2
      );
    };
    for (const [twistDeg, retardanceNm, rearDeg, frontDeg] of [
      [90, 476, 0, 90],
      [90, 476, 20, 65],
      [240, 850, 45, 90],
      [240, 850, 45, 10],
      [0, 275, 45, 135],
    ] as const) {
      const t = transmittance({ twistDeg, retardanceNm, rearDeg, frontDeg, filmExtinction: perfect });
      for (const nm of [450, 550, 650]) {
        const at = wavelengthsNm.indexOf(nm);
        expect(t[at], `${twistDeg} ${retardanceNm} ${rearDeg} ${frontDeg} at ${nm}`).to.be.closeTo(
          berreman(twistDeg, retardanceNm, rearDeg, frontDeg, nm),
          0.004,
        );
      }
    }
  });

  it("grows the birefringence towards blue by two terms of Cauchy, and is at 550 nm what it was", () => {
    const plate = (dispersion: number) =>
      transmittance({
        twistDeg: 0,
        retardanceNm: 275,
        rearDeg: 45,
        frontDeg: 45,
        filmExtinction: perfect,
        dispersion,
      });
    const at = (nm: number) => wavelengthsNm.indexOf(nm);
    const grown = (450 ** -2 * 50_000 + 1) / (550 ** -2 * 50_000 + 1);
    expect(grown).to.be.closeTo(1.07, 0.002);
    expect(plate(50_000)[at(550)]).to.be.closeTo(plate(0)[at(550)]!, 1e-12);
    expect(plate(50_000)[at(450)]).to.be.closeTo(Math.cos((Math.PI * 275 * grown) / 450) ** 2, 1e-5);
    const usual = calculateCellOptics({
      twistDeg: 240,
      retardanceNm: 850,
      rearDeg: 45,
      frontDeg: 90,
      dispersion: "usual",
    });
    const given = calculateCellOptics({
      twistDeg: 240,
      retardanceNm: 850,
      rearDeg: 45,
      frontDeg: 90,
      dispersion: 50_000,
    });
    expect(usual.off).to.deep.equal(given.off);
  });

  it("loses contrast with poor films, and never gains any", () => {
    const contrast = (filmExtinction: number) =>
      calculateCellOptics({
        twistDeg: 90,
        retardanceNm: 476,
        rearDeg: 0,
        frontDeg: 90,
        onRetardanceShare: 0,
        filmExtinction,
      }).contrast;
    expect(contrast(1_000)).to.be.greaterThan(contrast(50));
    expect(contrast(1)).to.be.closeTo(1, 1e-9);
  });

  it("refuses what no cell is, and a sweep without end", () => {
    const base = { twistDeg: 240, retardanceNm: 850, rearDeg: 45, frontDeg: 90 };
    const faults = (more: object) => {
      const parsed = cellOpticsInput.safeParse({ ...base, ...more });
      return parsed.success ? "" : describeFaults(parsed.error, { ...base, ...more })[0]!.path;
    };
    expect(faults({ onRetardanceShare: 1.2 })).to.equal("onRetardanceShare");
    expect(faults({ filmExtinction: 0.5 })).to.equal("filmExtinction");
    expect(faults({ sweep: { fromDeg: 10, toDeg: 5, stepDeg: 1 } })).to.equal("sweep.toDeg");
    expect(faults({ sweep: { fromDeg: -360, toDeg: 360, stepDeg: 0.25 } })).to.equal("sweep.stepDeg");
    expect(faults({ twist: 1 })).to.equal("twist");
  });
});
