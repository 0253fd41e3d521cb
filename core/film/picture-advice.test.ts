import { expect } from "chai";
import { calculateCellOptics } from "./cell-optics.ts";
import { axesApartDeg } from "./axis-angle.ts";
import { advise, cellKinds, directorOf, LEAST_CONTRAST, sweepOf, type FilmedCell } from "./picture-advice.ts";

const cellOf = (key: string, frontDeg: number, rearDeg?: number): FilmedCell => {
  const kind = cellKinds.find((one) => one.key === key)!;
  const { twistDeg, retardanceNm, usualRearDeg } = kind;
  return { twistDeg, retardanceNm, rearDeg: rearDeg ?? usualRearDeg, frontDeg, filmExtinction: 1_000 };
};

describe("advice on a picture", () => {
  it("sweeps either film over a half turn as cell-optics sees it", () => {
    const cell = cellOf("supertwisted", 90);
    for (const film of ["front", "rear"] as const) {
      for (const row of sweepOf(cell, film, 30)) {
        const turned = film === "front" ? { frontDeg: row.frontDeg } : { rearDeg: row.frontDeg };
        const direct = calculateCellOptics({ ...cell, dispersion: "usual", ...turned });
        expect(row.off.Y).to.be.closeTo(direct.off.Y, 1e-12);
        expect(row.sense).to.equal(direct.sense);
      }
    }
  });

  it("mends an inverted picture by the angle that it names, whichever film is turned", () => {
    for (const [key, film] of [
      ["twisted", "front"],
      ["twisted", "rear"],
      ["supertwisted", "front"],
    ] as const) {
      const cell = cellOf(key, 0);
      const advice = advise(cell, film, "positive");
      expect(advice.isInverted).to.equal(true);
      expect(advice.sentences[0]).to.match(/^Inverted/);
      const { toDeg, turnDeg } = advice.mend!;
      const turned = film === "front" ? { frontDeg: toDeg } : { rearDeg: toDeg };
      const after = calculateCellOptics({ ...cell, dispersion: "usual", ...turned });
      expect(after.sense).to.equal("positive");
      expect(after.contrast).to.be.closeTo(advice.mend!.contrast, 1e-9);
      expect(after.contrast).to.be.at.least(LEAST_CONTRAST);
      expect(Math.abs(turnDeg)).to.be.at.most(90);
      expect(axesApartDeg((film === "front" ? cell.frontDeg : cell.rearDeg) + turnDeg, toDeg)).to.be.below(
        1e-9,
      );
    }
  });

  it("finds nothing to turn on a picture that is as it should be", () => {
    const advice = advise(cellOf("twisted", 90), "front", "positive");
    expect(advice).to.deep.include({ isInverted: false, isTinted: false, isWeak: false });
    expect(advice.sentences).to.deep.equal(["As it should be: nothing to turn."]);
  });

  it("says that a supertwisted cell's tint stays, and names the angle where another cell's goes", () => {
    const stays = advise(cellOf("supertwisted", 135), "front", "positive");
    expect(stays.isTinted).to.equal(true);
    expect(stays.sentences.join(" ")).to.match(/Tinted .*no angle takes it away/);
    const goes = advise(cellOf("twisted", 45), "front", "positive");
    expect(goes.isWeak).to.equal(true);
    expect(goes.plainest!.tint).to.equal("white");
  });

  it("says where no angle of one film will do", () => {
    // Lit and unlit look alike at every angle: there is nothing to see.
    const cell = { twistDeg: 0, retardanceNm: 138, rearDeg: 45, frontDeg: 0, filmExtinction: 1_000 };
    const rows = sweepOf({ ...cell, retardanceNm: 0 }, "front").map((row) => ({
      ...row,
      on: row.off,
      contrast: 1,
    }));
    const advice = advise(cell, "front", "positive", { sweep: rows });
    expect(advice.mend).to.equal(null);
    expect(advice.sentences.join(" ")).to.match(/No angle of the front film.*compensation film.*damaged/);
  });

  it("never tells anybody to turn a film away from what the maker had, whichever cell is supposed and wherever it lies", () => {
    for (const kind of cellKinds) {
      for (const film of ["front", "rear"] as const) {
        for (const wanted of ["positive", "negative"] as const) {
          for (let makerDeg = 0; makerDeg < 180; makerDeg += 15) {
            // The old film's axis from the panel's width says where the cell lies; the other film as is usual.
            const directorDeg = directorOf(kind, film, makerDeg);
            const { twistDeg, retardanceNm, usualRearDeg: rearDeg, usualFrontDeg: frontDeg } = kind;
            const cell = { twistDeg, retardanceNm, rearDeg, frontDeg, filmExtinction: 1_000 };
            const own = film === "front" ? frontDeg : rearDeg;
            expect(axesApartDeg(own + directorDeg, makerDeg)).to.be.below(1e-9);
            const inCell = makerDeg - directorDeg;
            const advice = advise(cell, film, wanted, { makerDeg: inCell, directorDeg });
            expect(advice.mend).to.equal(null);
            expect(advice.sentences).to.deep.equal(["As the maker had it: nothing to turn."]);
            const turned = { ...cell, [film === "front" ? "frontDeg" : "rearDeg"]: own + 30 };
            const back = advise(turned, film, wanted, { makerDeg: inCell, directorDeg }).sentences.join();
            expect(back).to.equal(
              `Turn the ${film} film 30° clockwise to ${makerDeg}°: as the maker had it.`,
            );
          }
        }
      }
    }
  });
});
