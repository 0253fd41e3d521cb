import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { calculateFillFront } from "../bond/fill-front.ts";
import { tapePlan } from "../bond/tape-plan.ts";
import { calculateCureDose } from "../cure/cure-dose.ts";
import { dryEdges } from "../clean/dry-edge.ts";
import { flatCircle } from "../stack/flatten.ts";
import { outline } from "../stack/outline.ts";
import {
  edgeLengthMm,
  isOnPanel,
  panelAreaMm2,
  pointOnEdge,
  rimOfPanel,
  spansOf,
} from "../stack/panel-geometry.ts";
import { rayHitMm, signedAreaMm2 } from "../stack/ring.ts";
import { calculateEdgePlan, type EdgePlanInput } from "./edge-plan.ts";

const codes = ["TW-42", "NH-6", "DG-9"] as const;
const planned = (code: string, more: Partial<EdgePlanInput> = {}) => {
  const { outline: panel, features } = familyNamed(code);
  const input: EdgePlanInput = {
    outline: panel,
    features,
    speedMmS: 4,
    windowS: 12,
    parkEveryMm: 15,
    maxDepthMm: 6,
    ...more,
  };
  return { panel, input, plan: calculateEdgePlan(input), lengthMm: edgeLengthMm(panel, "rim") };
};

describe("panels of any shape", () => {
  for (const code of codes) {
    it(`cuts every millimetre of the rim of ${code} once or says why not, in windows that are long enough`, () => {
      const { panel, plan, lengthMm, input } = planned(code);
      const taken = [...plan.segments, ...plan.uncut].map(({ fromMm, toMm }) => [
        Math.min(fromMm, toMm),
        Math.max(fromMm, toMm),
      ]);
      taken.sort((a, b) => a[0]! - b[0]!);
      expect(taken[0]![0]).to.be.closeTo(0, 1e-5);
      expect(taken.at(-1)![1]).to.be.closeTo(lengthMm, 1e-5);
      taken.slice(1).forEach(([from], i) => expect(from).to.be.closeTo(taken[i]![1]!, 1e-5));
      for (const feature of input.features.filter(({ kind }) => kind !== "shallow")) {
        for (const [a, b] of spansOf(panel, feature)) {
          for (const { fromMm, toMm } of plan.segments) {
            expect(Math.min(b, Math.max(fromMm, toMm)) - Math.max(a, Math.min(fromMm, toMm))).to.be.below(
              1e-5,
            );
          }
        }
      }
      const passes = [...new Set(plan.segments.map(({ pass }) => pass))];
      for (const pass of passes) {
        const segments = plan.segments.filter((segment) => segment.pass === pass);
        expect(segments.reduce((sum, { timeS }) => sum + timeS, 0)).to.be.at.most(input.windowS + 1e-6);
      }
      expect(plan.totalS).to.be.closeTo(
        plan.segments.reduce((sum, { fromMm, toMm }) => sum + Math.abs(toMm - fromMm), 0) / 4,
        1e-6,
      );
      // It begins where no feature is near, and both ways end at the hinge, or across from the start.
      expect(plan.startCorner).to.equal(null);
      expect(isOnPanel(panel, plan.start.xMm, plan.start.yMm)).to.equal(true);
    });

    it(`keeps a blade that goes straight in from the keep-outs of ${code}, round every corner`, () => {
      const { panel, plan, input } = planned(code);
      const rim = rimOfPanel(panel)!;
      const keepOuts = input.features.filter(({ kind }) => kind === "keep-out");
      const taken = keepOuts.flatMap((f) =>
        spansOf(panel, f).map(([a, b]) => rim.band(a, b, 0, input.maxDepthMm)),
      );
      for (const ray of rim.rays) {
        const own = plan.segments.find(
          ({ fromMm, toMm }) =>
            Math.min(fromMm, toMm) + 0.2 < ray.atMm && ray.atMm < Math.max(fromMm, toMm) - 0.2,
        );
        if (!own) continue;
        for (const area of taken)
          expect(rayHitMm(ray, ray.inX, ray.inY, area)).to.be.above(own.maxDepthMm - 0.15);
      }
    });
  }

  it("goes the same way round a rectangle whether it is given by its sides or by its points", () => {
    const sides = { widthMm: 100, heightMm: 60 };
    const byPoints = outline.parse({
      pathMm: [
        { xMm: 0, yMm: 0 },
        { xMm: 100, yMm: 0 },
        { xMm: 100, yMm: 60 },
        { xMm: 0, yMm: 60 },
      ],
    });
    const rest = { speedMmS: 5, windowS: 30, parkEveryMm: 20, maxDepthMm: 8 };
    const plain = calculateEdgePlan({
      ...rest,
      outline: sides,
      features: [
        { edge: "bottom", fromMm: 30, toMm: 70, kind: "hinge", label: "flex" },
        { edge: "right", fromMm: 3, toMm: 20, kind: "keep-out", label: "antenna" },
      ],
    });
    const shaped = calculateEdgePlan({
      ...rest,
      outline: byPoints,
      // Clockwise from the top centre: 50 mm to the corner, 60 down, and back along the bottom.
      features: [
        { edge: "rim", fromMm: 140, toMm: 180, kind: "hinge", label: "flex" },
        { edge: "rim", fromMm: 53, toMm: 70, kind: "keep-out", label: "antenna" },
      ],
    });
    expect(shaped.totalS).to.be.closeTo(plain.totalS, 0.25);
    expect(shaped.start).to.deep.equal(plain.start);
    const uncutMm = (plan: typeof plain) =>
      plan.uncut.reduce((sum, { fromMm, toMm }) => sum + toMm - fromMm, 0);
    expect(uncutMm(shaped)).to.be.closeTo(uncutMm(plain), 1e-6);
    // The last millimetres before the corner are shallow, as deep as the keep-out lies behind it.
    const shallow = shaped.segments.filter(({ maxDepthMm }) => maxDepthMm < 8);
    expect(shallow.map(({ maxDepthMm }) => Math.round(maxDepthMm))).to.include(3);
  });

  it("draws a wire through a round panel from where it begins, over nothing that is delicate", () => {
    const { plan } = planned("TW-42", { school: "wire", wireUm: 80, glueUm: 150, maxDepthMm: 3 });
    expect(plan.wire!.longestFrontMm).to.be.within(20, 42);
    expect(plan.wire!.sweptPct).to.be.within(30, 100);
    expect(plan.wire!.stopsBefore.join()).to.match(/flex|crown/);
  });

  it("fills a round panel from a dot in its middle alike to all sides, and says what runs into a hole", () => {
    const round = outline.parse({ pathMm: flatCircle({ xMm: 21, yMm: 21 }, 21) });
    const areaMm2 = panelAreaMm2(round);
    const base = { gapUm: 150, viscosityPaS: 2.5, forceN: 5, gridMm: 0.7 };
    const dot = (volumeUl: number) => [{ kind: "dot" as const, xMm: 21, yMm: 21, volumeUl }];
    const full = calculateFillFront({ ...base, outline: round, pattern: dot(1.1 * areaMm2 * 0.15) });
    expect(full.wetPct).to.be.above(99);
    expect(full.trapped).to.deep.equal([]);
    const { top, right, bottom, left, holes } = full.overflowUl;
    for (const side of [right, bottom, left]) expect(side).to.be.closeTo(top, 0.12 * top + 0.1);
    expect(top + right + bottom + left).to.be.closeTo(0.1 * areaMm2 * 0.15, 0.02 * areaMm2 * 0.15);
    expect(holes).to.equal(0);
    expect(full.accountedPct).to.be.closeTo(100, 1);
    const holed = outline.parse({ ...round, holesMm: [flatCircle({ xMm: 21, yMm: 8 }, 4)] });
    const into = calculateFillFront({ ...base, outline: holed, pattern: dot(areaMm2 * 0.15) });
    expect(into.overflowUl.holes).to.be.above(1);
    expect(into.accountedPct).to.be.closeTo(100, 1);
  });

  it("fills the same rectangle in the same way by its points as by its sides", () => {
    const pattern = [
      {
        kind: "bead" as const,
        pathMm: [
          { xMm: 20, yMm: 20 },
          { xMm: 50, yMm: 20 },
        ],
        volumeUl: 400,
      },
    ];
    const base = { gapUm: 150, viscosityPaS: 2, forceN: 4, gridMm: 2, pattern };
    const path = [
      { xMm: 0, yMm: 0 },
      { xMm: 70, yMm: 0 },
      { xMm: 70, yMm: 40 },
      { xMm: 0, yMm: 40 },
    ];
    const plain = calculateFillFront({ ...base, outline: { widthMm: 70, heightMm: 40 } });
    expect(calculateFillFront({ ...base, outline: { pathMm: path } })).to.deep.equal(plain);
  });

  it("counts only light that falls on the panel: a lamp's worst place is not where the notch is", () => {
    const { outline: notch } = familyNamed("NH-6");
    const lamps = [{ xMm: 37, yMm: 90, zMm: 60, powerMw: 4_000, order: 1 }];
    const rest = { lamps, coverTransmittancePct: 90, requiredMjCm2: 3_000, gridMm: 2 };
    const { widthMm, heightMm } = notch;
    const shaped = calculateCureDose({ ...rest, panel: notch });
    const whole = calculateCureDose({ ...rest, panel: { widthMm, heightMm } });
    expect(isOnPanel(notch, shaped.worst.xMm, shaped.worst.yMm)).to.equal(true);
    expect(whole.worst).to.deep.equal({ xMm: 0, yMm: 0 });
    // The corner of its box is not there: what is left is nearer to the lamp.
    expect(shaped.minMwCm2).to.be.above(whole.minMwCm2);
    expect(shaped.maxMwCm2).to.equal(whole.maxMwCm2);
  });

  it("lays a tape along the whole rim but for its flexes and windows, one strip past the top centre", () => {
    const family = familyNamed("TW-42");
    const tape = tapePlan({ ...family, features: family.features.filter(({ kind }) => kind === "hinge") });
    const lengthMm = edgeLengthMm(family.outline, "rim");
    // The light window lies across the top centre, so two strips leave it and the hinge free.
    expect(tape.strips).to.have.length(2);
    expect(tape.lengthMm).to.be.within(lengthMm - 30, lengthMm - 18);
    const open = tapePlan({
      ...family,
      windows: [],
      features: family.features.filter(({ kind }) => kind === "hinge"),
    });
    expect(open.strips).to.deep.equal([{ edge: "rim", fromMm: 75, toMm: 57, lengthMm: lengthMm - 18 }]);
    const none = tapePlan({ ...family, windows: [], features: [] });
    expect(none.strips[0]!.lengthMm).to.be.closeTo(lengthMm, 1e-9);
  });

  it("holds the side of a rim up that must stay dry", () => {
    expect(dryEdges(familyNamed("DG-9")).map(({ edge, towards }) => [edge, towards])).to.deep.equal([
      ["bottom", "top"],
    ]);
  });

  it("has a place outside a concave rim on neither of its bands", () => {
    const { outline: gauge } = familyNamed("DG-9");
    const rim = rimOfPanel(gauge)!;
    const notch = { xMm: 100, yMm: 109 };
    expect(isOnPanel(gauge, notch.xMm, notch.yMm)).to.equal(false);
    expect(rim.nearest(notch).inMm).to.be.below(0);
    expect(signedAreaMm2(rim.band(0, rim.lengthMm, 0, 5))).to.be.closeTo(
      5 * rim.lengthMm,
      0.06 * 5 * rim.lengthMm,
    );
    expect(pointOnEdge(gauge, "rim", 10, -3).yMm).to.equal(-3);
  });
});
