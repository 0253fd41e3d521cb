import { expect } from "chai";
import { describeFaults } from "../faults.ts";
import { calculateCellFit, cellFitInput } from "./cell-fit.ts";
import { calculateCellOptics } from "./cell-optics.ts";
import { axesApartDeg } from "./axis-angle.ts";

/** The ground's colours at these angles, as a screen would hold them. */
const looksOf = (twistDeg: number, retardanceNm: number, rearDeg: number, at: readonly number[]) =>
  at.map((frontDeg) => ({
    frontDeg,
    srgb: calculateCellOptics({
      twistDeg,
      retardanceNm,
      rearDeg,
      frontDeg,
      illuminant: "D65",
      dispersion: "usual",
    }).off.srgb,
  }));

describe("cell-fit", () => {
  it("finds the cell again from its own colours at three angles", () => {
    for (const [twistDeg, retardanceNm, rearDeg] of [
      [240, 850, 45],
      [240, 780, 30],
      [90, 476, 0],
      [90, 1_065, 10],
    ] as const) {
      const found = calculateCellFit({
        looks: looksOf(twistDeg, retardanceNm, rearDeg, [0, 45, 90]),
        twistsDeg: [90, 240],
      });
      const what = `${twistDeg} deg, ${retardanceNm} nm`;
      expect(found.twistDeg, what).to.equal(twistDeg);
      expect(found.retardanceNm, what).to.be.closeTo(retardanceNm, 10);
      expect(axesApartDeg(found.rearDeg, rearDeg), what).to.be.below(2);
      expect(found.rms, what).to.be.below(0.003);
    }
  });

  it("says when another cell explains the colours nearly as well, and when none does", () => {
    const at = (retardanceNm: number, rearDeg: number) =>
      calculateCellFit({ looks: looksOf(90, retardanceNm, rearDeg, [0, 45, 90]), twistsDeg: [90, 240] });
    const doubtful = at(1_065, 10);
    expect(doubtful.isClear).to.equal(false);
    expect(doubtful.others[0]!.rms).to.be.below(doubtful.rms + 0.006);
    expect(at(476, 0).isClear).to.equal(true);
  });

  it("keeps to a rear film that is known", () => {
    const looks = looksOf(240, 820, 60, [0, 90]);
    const found = calculateCellFit({ looks, twistsDeg: [240], rearDeg: 60 });
    expect(found.rearDeg).to.equal(60);
    expect(found.retardanceNm).to.be.closeTo(820, 10);
  });

  it("refuses one colour alone and what is no colour", () => {
    const faults = (looks: object[]) => {
      const parsed = cellFitInput.safeParse({ looks });
      return parsed.success ? "" : describeFaults(parsed.error, { looks })[0]!.path;
    };
    expect(faults([{ frontDeg: 0, srgb: "#ffffff" }])).to.equal("looks");
    expect(
      faults([
        { frontDeg: 0, srgb: "white" },
        { frontDeg: 9, srgb: "#ffffff" },
      ]),
    ).to.equal("looks[0].srgb");
  });
});
