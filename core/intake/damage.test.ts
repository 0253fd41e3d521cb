import { expect } from "chai";
import fc from "fast-check";
import { describeFaults } from "../faults.ts";
import { damage, damageKindNames, damageKinds, damageSize, pointOffPanel, pointsOfShape } from "./damage.ts";

const p = (xMm: number, yMm: number) => ({ xMm, yMm });
const coordinate = fc.double({ min: 0, max: 500, noNaN: true });

describe("damage", () => {
  it("is measured by its shape: along a crack, round a shard, over a zone, across a spot", () => {
    expect(damageSize({ damage: "crack", points: [p(0, 0), p(30, 40), p(30, 100)] }).lengthMm).to.equal(110);
    const shard = damageSize({ damage: "missing shard", points: [p(0, 0), p(30, 0), p(0, 40)] });
    expect(shard).to.deep.equal({ lengthMm: 120, areaMm2: 600 });
    expect(damageSize({ damage: "dead touch", points: [p(50, 10), p(20, 70)] })).to.deep.equal({
      lengthMm: 60,
      areaMm2: 1_800,
    });
    const bleed = damageSize({ damage: "dark bleed", points: [p(10, 10), p(13, 14)] });
    expect(bleed.lengthMm).to.equal(10);
    expect(bleed.areaMm2).to.be.closeTo(Math.PI * 25, 1e-9);
    expect(damageSize({ damage: "bright pixel", points: [p(1, 1)] })).to.deep.equal({
      lengthMm: 0,
      areaMm2: 0,
    });
  });

  it("keeps its size wherever it lies and whichever way round a shard is drawn", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 8 }),
        coordinate,
        (corners, by) => {
          const points = corners.map(([x, y]) => p(x, y));
          const here = damageSize({ damage: "missing shard", points });
          const moved = points.map(({ xMm, yMm }) => p(xMm + by, yMm + by));
          const back = damageSize({ damage: "missing shard", points: [...moved].reverse() });
          expect(back.areaMm2).to.be.closeTo(here.areaMm2, 1e-6 * (1 + here.areaMm2));
          expect(back.lengthMm).to.be.closeTo(here.lengthMm, 1e-6 * (1 + here.lengthMm));
        },
      ),
    );
  });

  for (const kind of damageKindNames) {
    const [fewest, most] = pointsOfShape[damageKinds[kind].shape];
    it(`takes ${fewest} to ${most} points for a ${kind}, and says so of any other number`, () => {
      const drawn = (n: number) => ({ damage: kind, points: Array.from({ length: n }, (_, i) => p(i, i)) });
      expect(damage.safeParse(drawn(fewest)).success).to.equal(true);
      expect(damage.safeParse(drawn(most)).success).to.equal(true);
      for (const n of [fewest - 1, most + 1]) {
        const parsed = damage.safeParse(drawn(n));
        expect(parsed.success).to.equal(false);
        if (!parsed.success) {
          expect(describeFaults(parsed.error, drawn(n)).map(({ path }) => path)).to.include("points");
        }
      }
    });
  }

  it("finds the point that does not lie on the panel", () => {
    const panel = { widthMm: 70, heightMm: 126 };
    expect(pointOffPanel(panel, [p(0, 0), p(70, 126)])).to.equal(-1);
    expect(pointOffPanel(panel, [p(0, 0), p(70.1, 5)])).to.equal(1);
  });
});
