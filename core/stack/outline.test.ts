import { expect } from "chai";
import fc from "fast-check";
import { edgeLengthMm, edgeOffset, edges, pointOnEdge } from "./panel-geometry.ts";

const panel = { widthMm: 70, heightMm: 126 };
const at = (xMm: number, yMm: number) => ({ xMm, yMm });

describe("a place along an edge", () => {
  it("is counted from the left or from the top, as the edge's features are", () => {
    expect(edgeOffset(panel, "right", at(60, 20))).to.deep.equal({ atMm: 20, inMm: 10 });
    expect(edgeOffset(panel, "bottom", at(60, 20))).to.deep.equal({ atMm: 60, inMm: 106 });
    expect(edgeOffset(panel, "top", at(60, 20))).to.deep.equal({ atMm: 60, inMm: 20 });
    expect(edgeOffset(panel, "left", at(60, 20))).to.deep.equal({ atMm: 20, inMm: 60 });
  });

  it("leads to the point of the panel that it was told of", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...edges),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: -20, max: 35, noNaN: true }),
        (edge, share, inMm) => {
          const atMm = share * edgeLengthMm(panel, edge);
          const back = edgeOffset(panel, edge, pointOnEdge(panel, edge, atMm, inMm));
          expect(back.atMm).to.be.closeTo(atMm, 1e-9);
          expect(back.inMm).to.be.closeTo(inMm, 1e-9);
        },
      ),
    );
  });
});
