import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { panelAreaMm2 } from "../stack/panel-geometry.ts";
import { bondDose } from "./bond-dose.ts";
import { calculateFillFront } from "./fill-front.ts";
import { dryWindows } from "./panel-fill.ts";
import { volumeUlOf } from "./pattern.ts";
import {
  calculatePatternSearch,
  figuresOf,
  patternSearchInput,
  type PatternSearchInput,
} from "./pattern-search.ts";
import { shippedPatterns } from "./shipped-patterns.ts";

/** A family's panel on a grid that is coarse enough for a quick search. */
function searchOf(code: string, rounds: number): PatternSearchInput {
  const family = familyNamed(code);
  return {
    outline: family.outline,
    windows: dryWindows(family),
    gapUm: 150,
    viscosityPaS: 2.5,
    forceN: 2,
    gridMm: Math.sqrt(panelAreaMm2(family.outline) / 700),
    start: shippedPatterns(family.outline, bondDose(family).volumeMl * 1_000),
    rounds,
  };
}

describe("pattern-search", () => {
  for (const { code } of families) {
    it(`beats the best shipped pattern on ${code}, or says that it does not: judged again by fill-front`, () => {
      const input = searchOf(code, 25);
      const { pieces, found, start, best, beats } = calculatePatternSearch(input);
      const { outline, windows, gapUm, viscosityPaS, forceN, gridMm } = input;
      const again = figuresOf(
        calculateFillFront({ outline, windows, gapUm, viscosityPaS, forceN, gridMm, pattern: pieces }),
        input,
        panelAreaMm2(familyNamed(code).outline),
      );
      expect(again.faultMm2).to.be.closeTo(found.faultMm2, 1e-6);
      const least = Math.min(...start.map(({ figures }) => figures.faultMm2));
      expect(start.find(({ name }) => name === best)!.figures.faultMm2).to.equal(least);
      expect(beats).to.equal(found.faultMm2 < least);
      expect(found.faultMm2).to.be.at.most(least);
      expect(volumeUlOf(pieces)).to.be.closeTo(volumeUlOf(input.start[0]!.pieces), 1e-6);
    });
  }

  it("keeps the camera's window drier than the best shipped pattern does", () => {
    const { found, start, best, beats } = calculatePatternSearch(searchOf("TK-5", 120));
    expect(beats).to.equal(true);
    const shipped = start.find(({ name }) => name === best)!.figures;
    expect(shipped.floodedMm2).to.be.above(20);
    expect(found.floodedMm2).to.be.below(shipped.floodedMm2 / 2);
  });

  it("gives the same again for the same seed, tells its best as it goes, and that never gets worse", () => {
    const told: { share: number; faultMm2: number }[] = [];
    const input = searchOf("BX-24", 30);
    const one = calculatePatternSearch(input, (share, soFar) =>
      told.push({ share, ...(soFar as { faultMm2: number }) }),
    );
    expect(calculatePatternSearch(input)).to.deep.equal(one);
    expect(told).to.have.length(31);
    expect(told[0]!.share, "the pattern that it begins with, before the first try").to.equal(0);
    told.slice(1).forEach(({ share, faultMm2 }, i) => {
      expect(share).to.be.above(told[i]!.share);
      expect(faultMm2).to.be.at.most(told[i]!.faultMm2);
    });
  });

  it("names the piece that lies off the panel", () => {
    const input = searchOf("BX-24", 1);
    const off = { name: "off", pieces: [{ kind: "dot" as const, xMm: 400, yMm: 10, volumeUl: 5 }] };
    const { error } = patternSearchInput.safeParse({ ...input, start: [...input.start, off] });
    expect(error!.issues.map(({ path }) => path.join("."))).to.deep.equal(["start.5.pieces.0"]);
  });
});
