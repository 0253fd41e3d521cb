import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { isOnPanel } from "../stack/panel-geometry.ts";
import { pathLengthMm, placeOffPanel, scaledTo, volumeUlOf } from "./pattern.ts";
import { shippedPatterns } from "./shipped-patterns.ts";
import { adhesiveFilmSize, laminator, programOfLaminator } from "./sheet-school.ts";

describe("shipped patterns", () => {
  it("lie on every demo family's panel and come to the dose", () => {
    for (const { outline } of families) {
      const patterns = shippedPatterns(outline, 1_000);
      expect(patterns.map(({ name }) => name)).to.include("Branch");
      expect(new Set(patterns.map(({ name }) => name)).size).to.equal(patterns.length);
      for (const { pieces } of patterns) {
        expect(placeOffPanel(outline, pieces)).to.equal(null);
        expect(volumeUlOf(pieces)).to.be.closeTo(1_000, 1e-9);
      }
    }
  });

  it("run along the longer side, whichever that is", () => {
    const bead = (widthMm: number, heightMm: number) => {
      const piece = shippedPatterns({ widthMm, heightMm }, 100).find(({ name }) => name === "One bead")!
        .pieces[0]!;
      return piece.kind === "bead" ? piece.pathMm : [];
    };
    const [a, b] = bead(200, 100);
    expect(a!.yMm).to.equal(b!.yMm);
    const [c, d] = bead(100, 200);
    expect(c!.xMm).to.equal(d!.xMm);
    expect(pathLengthMm(bead(100, 200))).to.be.closeTo(pathLengthMm(bead(200, 100)), 1e-9);
  });

  it("keep their shares when the dose changes", () => {
    const pieces = shippedPatterns({ widthMm: 200, heightMm: 100 }, 100)[1]!.pieces;
    const more = scaledTo(pieces, 250);
    expect(volumeUlOf(more)).to.be.closeTo(250, 1e-9);
    more.forEach(({ volumeUl }, i) => expect(volumeUl / pieces[i]!.volumeUl).to.be.closeTo(2.5, 1e-9));
  });

  it("name the place that is off a panel with round corners", () => {
    const outline = { widthMm: 60, heightMm: 40, cornerRadiusMm: 10 };
    expect(isOnPanel(outline, 1, 1)).to.equal(false);
    expect(isOnPanel(outline, 10, 0)).to.equal(true);
    expect(isOnPanel(outline, 3, 3)).to.equal(true);
    const off = placeOffPanel(outline, [
      { kind: "dot", xMm: 30, yMm: 20, volumeUl: 1 },
      {
        kind: "bead",
        pathMm: [
          { xMm: 30, yMm: 20 },
          { xMm: 59, yMm: 39 },
        ],
        volumeUl: 1,
      },
    ]);
    expect(off!.path).to.equal("pieces[1].pathMm[1]");
  });
});

describe("the sheet school", () => {
  it("cuts the film larger by a millimetre at each side, and sets every dial of the laminator", () => {
    expect(adhesiveFilmSize({ widthMm: 70, heightMm: 126 })).to.deep.equal({ widthMm: 72, heightMm: 128 });
    expect(Object.keys(programOfLaminator()).sort()).to.deep.equal(Object.keys(laminator.usual).sort());
    expect(programOfLaminator({ laminateC: 60 }).laminateC).to.equal(60);
  });
});
