import { expect } from "chai";
import { familyNamed } from "../../../test/bench-hand.ts";
import { outline, type EdgeFeature } from "../../../core/stack/outline.ts";
import { panelAreaMm2, sideOf } from "../../../core/stack/panel-geometry.ts";
import {
  alongStretch,
  byPoints,
  drawnStretch,
  featuresOn,
  pointAdded,
  pointMoved,
  pointTaken,
  pulledStretch,
  settled,
  stretchLengthMm,
} from "./outline-shape.ts";

const square = byPoints({ widthMm: 40, heightMm: 40 });
const hinge = (edge: EdgeFeature["edge"], fromMm: number, toMm: number): EdgeFeature => ({
  edge,
  fromMm,
  toMm,
  kind: "hinge",
  label: "flex",
});

describe("an outline that is drawn by its points", () => {
  it("begins as the rectangle that it was, its corners as round", () => {
    const plain = { widthMm: 120, heightMm: 70, cornerRadiusMm: 6 };
    const drawn = byPoints(plain);
    expect(outline.parse(drawn)).to.deep.equal(drawn);
    expect(panelAreaMm2(drawn)).to.be.closeTo(panelAreaMm2(plain), 0.05 * 38);
    expect(byPoints({ widthMm: 40, heightMm: 40 }).pathMm).to.have.length(4);
  });

  it("follows a point that is moved, and lies at the left and the top again when it is let go, with all that is on it", () => {
    const pulled = pointMoved(square, 0, { xMm: -10, yMm: 5 });
    expect(pulled.pathMm![0]).to.deep.equal({ xMm: -10, yMm: 5 });
    const camera = { kind: "camera" as const, label: "camera", xMm: 20, yMm: 4, radiusMm: 2 };
    const at = settled(pulled, [camera]);
    expect(at.outline.pathMm![0]).to.deep.equal({ xMm: 0, yMm: 5 });
    expect([at.outline.widthMm, at.windows[0]!.xMm, at.windows[0]!.yMm]).to.deep.equal([50, 30, 4]);
    expect(outline.safeParse(at.outline).success).to.equal(true);
  });

  it("takes a point more in the middle of a stretch, and one less down to three", () => {
    const more = pointAdded(square, 3);
    expect(more.pathMm!.at(-1)).to.deep.equal({ xMm: 0, yMm: 20 });
    expect(pointTaken(more, 4).pathMm).to.deep.equal(square.pathMm);
    const triangle = pointTaken(square, 2);
    expect(triangle.pathMm).to.have.length(3);
    expect(pointTaken(triangle, 0)).to.equal(triangle);
  });

  it("keeps its stretches on their sides, there and back", () => {
    const family = familyNamed("TK-5");
    const onRim = featuresOn(family.outline, byPoints(family.outline), family.features);
    expect(onRim.map(({ edge }) => edge)).to.deep.equal(["rim", "rim", "rim"]);
    onRim.forEach((feature, i) => {
      expect(sideOf(byPoints(family.outline), feature)).to.equal(family.features[i]!.edge);
      const { fromMm, toMm } = family.features[i]!;
      expect(stretchLengthMm(byPoints(family.outline), feature)).to.be.closeTo(toMm - fromMm, 1.01);
    });
    const back = featuresOn(byPoints(family.outline), family.outline, onRim);
    back.forEach((feature, i) => {
      const was = family.features[i]!;
      expect(feature.edge).to.equal(was.edge);
      expect(
        [feature.fromMm, feature.toMm].map((mm, n) => Math.abs(mm - [was.fromMm, was.toMm][n]!)),
      ).to.satisfy((off: number[]) => Math.max(...off) <= 1);
    });
    expect(featuresOn(family.outline, family.outline, family.features)).to.deep.equal(family.features);
  });

  it("draws a stretch the shorter way round, whichever end was first, and past the top centre", () => {
    expect(drawnStretch(square, 10, 30)).to.deep.equal({ fromMm: 10, toMm: 30 });
    expect(drawnStretch(square, 30, 10)).to.deep.equal({ fromMm: 10, toMm: 30 });
    expect(drawnStretch(square, 5, 155)).to.deep.equal({ fromMm: 155, toMm: 5 });
    expect(stretchLengthMm(square, { fromMm: 155, toMm: 5 })).to.equal(10);
    expect(drawnStretch({ widthMm: 40, heightMm: 40 }, 30, 10)).to.deep.equal({ fromMm: 10, toMm: 30 });
  });

  it("pulls a stretch by an end or as a whole, round the top centre too, and off no end of a straight edge", () => {
    const past = hinge("rim", 155, 5);
    expect([
      alongStretch(square, past, 158),
      alongStretch(square, past, 3),
      alongStretch(square, past, 150),
    ]).to.deep.equal([3, 8, -5]);
    expect(pulledStretch(square, past, "all", 8, 2)).to.deep.equal({ fromMm: 1, toMm: 11 });
    expect(pulledStretch(square, past, "from", 150, 155)).to.deep.equal({ fromMm: 150, toMm: 5 });
    const straight = { widthMm: 40, heightMm: 40 };
    const top = hinge("top", 10, 20);
    expect(pulledStretch(straight, top, "all", 60, 15)).to.deep.equal({ fromMm: 30, toMm: 40 });
    expect(pulledStretch(straight, top, "to", 4, 20)).to.deep.equal({ fromMm: 10, toMm: 11 });
    expect(pulledStretch(straight, top, "from", 30, 10)).to.deep.equal({ fromMm: 19, toMm: 20 });
  });
});
