import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { areaOfAll, union } from "../../test/polygons.ts";
import fc from "fast-check";
import { dryEdges, tiltWords } from "./dry-edge.ts";
import { residuePct } from "./residue.ts";

describe("glue that is left", () => {
  it("counts each place once, and only on the panel (areas by a polygon package)", () => {
    const outline = { widthMm: 100, heightMm: 60 };
    const place = fc.record({
      xMm: fc.double({ min: 0, max: 100, noNaN: true }),
      yMm: fc.double({ min: 0, max: 60, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 8 }), (corners) => {
        const rings = corners.map(([a, b]): [number, number][] => [
          [a.xMm, a.yMm],
          [b.xMm, a.yMm],
          [b.xMm, b.yMm],
          [a.xMm, b.yMm],
        ]);
        // Turned the same way round, so that the package adds them up.
        const upright = rings.map((ring, i) => {
          const [a, b] = corners[i]!;
          return (b.xMm - a.xMm) * (b.yMm - a.yMm) < 0 ? [...ring].reverse() : ring;
        });
        const wanted = (100 * areaOfAll(union(upright))) / 6_000;
        const found = residuePct(
          outline,
          corners.map((points) => ({ points })),
        );
        expect(found).to.be.closeTo(wanted, 1e-3);
      }),
      { numRuns: 200 },
    );
  });
});

describe("an edge that must stay dry", () => {
  it("is held up and wiped away from, in the family's own words", () => {
    const edges = dryEdges(familyNamed("KB-15"));
    expect(edges).to.deep.equal([{ edge: "bottom", towards: "top", label: "driver chips" }]);
    expect(tiltWords(edges)).to.match(/bottom edge up: nothing may run to the driver chips.*towards the top/);
    expect(dryEdges(familyNamed("TK-5"))).to.deep.equal([]);
    const two = tiltWords([...edges, { edge: "left", towards: "right", label: "chips" }]);
    expect(two).to.match(/^Lay it flat: bottom edge \(driver chips\) and left edge \(chips\) must stay dry/);
  });
});
