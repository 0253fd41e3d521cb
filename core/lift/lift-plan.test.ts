import { expect } from "chai";
import fc from "fast-check";
import { familyNamed } from "../../test/bench-hand.ts";
import { seamOf } from "../heat/lift-heat.ts";
import { HANDLING_S } from "./handling.ts";
import { isCut, picksAt, planLift, reachIn } from "./lift-plan.ts";

const stretch = (fromMm: number, toMm: number, edge: "top" | "left" = "top") => ({
  edge,
  fromMm,
  toMm,
  at: "",
});
const segment = { edge: "top" as const, fromMm: 10, toMm: 60 };

describe("the plan of a lift", () => {
  const family = familyNamed("TK-5");
  const seam = seamOf(family, "layer")!;

  it("leaves the way from the plate out of the window", () => {
    const plan = planLift(family, seam, { windowS: 30, speedMmS: 4 })!;
    const byPass = new Map<number, number>();
    for (const { pass, timeS } of plan.segments) byPass.set(pass, (byPass.get(pass) ?? 0) + timeS);
    byPass.forEach((timeS) => expect(timeS).to.be.at.most(30 - HANDLING_S + 1e-9));
  });

  it("tells what the seconds that are left still reach: in order, in this pass, shrinking to nothing", () => {
    const { segments } = planLift(family, seam, { windowS: 30, speedMmS: 4 })!;
    const lengthOf = (spans: readonly { fromMm: number; toMm: number }[]) =>
      spans.reduce((sum, { fromMm, toMm }) => sum + Math.abs(toMm - fromMm), 0);
    const pass = segments.filter((s) => s.pass === 1);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), (leftS) => {
        const reach = reachIn(segments, [], leftS);
        expect(lengthOf(reach)).to.be.closeTo(Math.min(leftS * 4, lengthOf(pass)), 1e-5);
        reach.forEach((span, i) => {
          expect(span.edge).to.equal(pass[i]!.edge);
          expect(span.fromMm).to.equal(pass[i]!.fromMm);
          expect(Math.sign(span.toMm - span.fromMm)).to.equal(Math.sign(pass[i]!.toMm - pass[i]!.fromMm));
        });
      }),
    );
    expect(reachIn(segments, [], 0)).to.deep.equal([]);
    const afterFirst = reachIn(segments, [{ ...segments[0]!, at: "" }], 5);
    expect(afterFirst[0]!.fromMm).to.equal(segments[1]!.fromMm);
    expect(
      reachIn(
        segments,
        segments.map((s) => ({ ...s, at: "" })),
        30,
      ),
    ).to.deep.equal([]);
  });

  it("parks a pick at the end of every open stretch, and none farther from the next than it may", () => {
    const picks = picksAt([stretch(0, 100), stretch(30, 10, "left")], 40);
    expect(picks.filter(({ edge }) => edge === "top").map(({ atMm }) => Math.round(atMm))).to.deep.equal([
      33, 67, 100,
    ]);
    expect(picks.at(-1)).to.deep.equal({ edge: "left", atMm: 10 });
  });

  it("is none where the window is gone before the first cut", () => {
    expect(planLift(family, seam, { windowS: HANDLING_S + 1, speedMmS: 4 })).to.equal(null);
    expect(planLift(family, seam, { windowS: 0, speedMmS: 4 })).to.equal(null);
  });

  it("goes no deeper than the printed border, whatever the seam would allow", () => {
    const narrow = { ...family, borderMm: 2.5 };
    for (const { maxDepthMm } of planLift(narrow, seam, { windowS: 60, speedMmS: 4 })!.segments) {
      expect(maxDepthMm).to.be.at.most(2.5);
    }
  });

  it("needs fewer windows the faster the hand", () => {
    const passes = [1, 2, 4, 8].map((speedMmS) => planLift(family, seam, { windowS: 30, speedMmS })!.passes);
    expect([...passes].sort((a, b) => b - a)).to.deep.equal(passes);
    expect(passes[0]).to.be.greaterThan(passes[3]!);
  });
});

describe("a stretch", () => {
  it("is cut once it is covered, in any order, in any direction, in pieces or in one", () => {
    expect(isCut(segment, [stretch(10, 60)])).to.equal(true);
    expect(isCut(segment, [stretch(60, 10)])).to.equal(true);
    expect(isCut({ ...segment, fromMm: 60, toMm: 10 }, [stretch(0, 100)])).to.equal(true);
    expect(isCut(segment, [stretch(40, 60), stretch(8, 25), stretch(24, 41)])).to.equal(true);
  });

  it("is not cut with a gap in it, an end left, or on another edge", () => {
    expect(isCut(segment, [])).to.equal(false);
    expect(isCut(segment, [stretch(10, 30), stretch(31, 60)])).to.equal(false);
    expect(isCut(segment, [stretch(10, 59)])).to.equal(false);
    expect(isCut(segment, [stretch(10, 60, "left")])).to.equal(false);
  });

  it("stays cut whatever else is cut", () => {
    const anyStretch = fc
      .tuple(fc.double({ min: 0, max: 100, noNaN: true }), fc.double({ min: 0, max: 100, noNaN: true }))
      .map(([from, to]) => stretch(from, to));
    fc.assert(
      fc.property(fc.array(anyStretch, { maxLength: 8 }), (others) => {
        expect(isCut(segment, [...others, stretch(10, 60)])).to.equal(true);
        if (isCut(segment, others)) expect(isCut(segment, [...others].reverse())).to.equal(true);
      }),
    );
  });
});
