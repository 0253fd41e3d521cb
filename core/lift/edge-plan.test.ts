import { expect } from "chai";
import fc from "fast-check";
import { edgeLengthMm, edgePlaces, edges, type Edge, type EdgePlace } from "../stack/panel-geometry.ts";
import { cutPaces, paceAt, paceNames } from "./cut-pace.ts";
import { calculateEdgePlan, edgePlanInput, type EdgePlanInput } from "./edge-plan.ts";

const plain: EdgePlanInput = {
  outline: { widthMm: 220, heightMm: 140 },
  features: [{ edge: "bottom", fromMm: 0, toMm: 220, kind: "hinge", label: "flexes" }],
  speedMmS: 4,
  windowS: 30,
  parkEveryMm: 40,
  maxDepthMm: 5,
};
const span = (s: { fromMm: number; toMm: number }) =>
  [Math.min(s.fromMm, s.toMm), Math.max(s.fromMm, s.toMm)] as const;

/** A random panel with any features on it, the awkward ones too: overlapping, touching corners, whole edges. */
const anyInput = fc
  .record({
    widthMm: fc.double({ min: 20, max: 400, noNaN: true }),
    heightMm: fc.double({ min: 20, max: 400, noNaN: true }),
  })
  .chain((outline) =>
    fc.record({
      outline: fc.constant(outline),
      features: fc.array(
        fc
          .tuple(
            fc.constantFrom<Edge>(...edges),
            fc.constantFrom("keep-out" as const, "shallow" as const, "hinge" as const, "no-bond" as const),
            fc.double({ min: 0, max: 0.95, noNaN: true }),
            fc.double({ min: 0.05, max: 1, noNaN: true }),
            fc.option(fc.double({ min: 0.5, max: 8, noNaN: true }), { nil: undefined }),
          )
          .map(([edge, kind, from, length, maxDepthMm]) => {
            const whole = edgeLengthMm(outline, edge);
            return {
              edge,
              kind,
              fromMm: from * whole,
              toMm: Math.min(whole, (from + length) * whole),
              label: `${kind} here`,
              ...(maxDepthMm === undefined ? {} : { maxDepthMm }),
            };
          }),
        { maxLength: 6 },
      ),
      speedMmS: fc.double({ min: 0.5, max: 20, noNaN: true }),
      windowS: fc.double({ min: 6, max: 120, noNaN: true }),
      parkEveryMm: fc.double({ min: 10, max: 80, noNaN: true }),
      maxDepthMm: fc.double({ min: 1, max: 10, noNaN: true }),
      school: fc.constantFrom("cards" as const, "wire" as const),
      paces: fc.array(
        fc
          .tuple(
            fc.constantFrom<Edge>(...edges),
            fc.double({ min: 0, max: 0.95, noNaN: true }),
            fc.constantFrom(...paceNames),
          )
          .map(([edge, from, pace]) => {
            const whole = edgeLengthMm(outline, edge);
            return { edge, fromMm: from * whole, toMm: Math.min(whole, (from + 0.3) * whole), pace };
          }),
        { maxLength: 4 },
      ),
    }),
  );

/** The way round a panel, clockwise from the top left: where a place of an edge lies on it. */
function roundFrom({ widthMm: w, heightMm: h }: EdgePlanInput["outline"], edge: Edge, atMm: number): number {
  return { top: atMm, right: w + atMm, bottom: 2 * w + h - atMm, left: 2 * (w + h) - atMm }[edge];
}

describe("edge-plan", () => {
  it("starts at a corner away from the hinge and both neighbours end at the hinge", () => {
    const plan = calculateEdgePlan(plain);
    expect(plan.startCorner).to.equal("top left");
    const last = (edge: Edge) => plan.segments.filter((s) => s.edge === edge).at(-1)!;
    expect(last("right").toMm).to.equal(140);
    expect(last("left").toMm).to.equal(140);
    expect(plan.segments.some((s) => s.edge === "bottom")).to.equal(false);
    expect(plan.uncut).to.have.length(1);
    expect(plan.totalS).to.be.closeTo((220 + 140 + 140) / 4, 1e-9);
    // 120 mm a window: 500 mm need five windows.
    expect(plan.passes).to.equal(5);
  });

  it("goes to the corner farthest from a keep-out and a shallow stretch", () => {
    const plan = calculateEdgePlan({
      ...plain,
      features: [
        ...plain.features,
        { edge: "left", fromMm: 10, toMm: 40, kind: "keep-out", label: "aerial" },
        { edge: "top", fromMm: 30, toMm: 60, kind: "shallow", maxDepthMm: 2, label: "button flex" },
      ],
    });
    expect(plan.startCorner).to.equal("top right");
    const shallow = plan.segments.filter((s) => s.edge === "top" && span(s)[0] >= 30 && span(s)[1] <= 60);
    expect(shallow).to.not.have.length(0);
    shallow.forEach((s) => expect(s.maxDepthMm).to.equal(2));
    expect(plan.uncut.map((u) => u.why).join()).to.include("keep out: aerial");
  });

  it("warns where no hinge is named, and where two edges carry flexes", () => {
    expect(calculateEdgePlan({ ...plain, features: [] }).warnings.join()).to.include(
      "No hinge edge is named",
    );
    const two = [
      ...plain.features,
      { edge: "top" as const, fromMm: 0, toMm: 9, kind: "hinge" as const, label: "x" },
    ];
    expect(calculateEdgePlan({ ...plain, features: two }).warnings.join()).to.include("two edges");
  });

  it("keeps the blade out of a keep-out that lies round the corner", () => {
    const plan = calculateEdgePlan({
      ...plain,
      features: [
        ...plain.features,
        { edge: "top", fromMm: 3, toMm: 20, kind: "keep-out", label: "camera flex" },
      ],
    });
    const near = plan.segments.filter((s) => s.edge === "left" && span(s)[0] < 5 - 1e-9);
    expect(near).to.not.have.length(0);
    near.forEach((s) => expect(s.maxDepthMm).to.be.at.most(3));
  });

  it("never cuts a keep-out, a hinge or where there is no glue, for any outline and features", () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        for (const segment of calculateEdgePlan(input).segments) {
          const [from, to] = span(segment);
          for (const feature of input.features) {
            if (feature.edge === segment.edge && feature.kind !== "shallow") {
              expect(Math.min(to, feature.toMm) - Math.max(from, feature.fromMm)).to.be.at.most(1e-6);
            }
            if (feature.edge === segment.edge && feature.kind === "shallow") {
              const overlapMm = Math.min(to, feature.toMm) - Math.max(from, feature.fromMm);
              if (overlapMm > 1e-6) expect(segment.maxDepthMm).to.be.at.most(feature.maxDepthMm ?? 2);
            }
          }
        }
      }),
      { numRuns: 300 },
    );
  });

  it("never lets the blade's depth reach into a keep-out of the neighbouring edge", () => {
    const rectangle = (input: EdgePlanInput, edge: EdgePlace, from: number, to: number, depth: number) => {
      const { widthMm: w, heightMm: h } = input.outline;
      if (edge === "top") return { x0: from, x1: to, y0: 0, y1: depth };
      if (edge === "bottom") return { x0: from, x1: to, y0: h - depth, y1: h };
      if (edge === "left") return { x0: 0, x1: depth, y0: from, y1: to };
      return { x0: w - depth, x1: w, y0: from, y1: to };
    };
    fc.assert(
      fc.property(anyInput, (input) => {
        for (const segment of calculateEdgePlan(input).segments) {
          const blade = rectangle(input, segment.edge, ...span(segment), segment.maxDepthMm);
          for (const feature of input.features.filter((f) => f.kind === "keep-out")) {
            const zone = rectangle(input, feature.edge, feature.fromMm, feature.toMm, input.maxDepthMm);
            const overlap =
              Math.max(0, Math.min(blade.x1, zone.x1) - Math.max(blade.x0, zone.x0)) *
              Math.max(0, Math.min(blade.y1, zone.y1) - Math.max(blade.y0, zone.y0));
            // Opposite edges of a panel narrower than two depths may meet; the plan speaks of neighbours.
            const neighbours = edgePlaces.indexOf(segment.edge) % 2 !== edgePlaces.indexOf(feature.edge) % 2;
            if (neighbours) expect(overlap).to.be.at.most(1e-5);
          }
        }
      }),
      { numRuns: 300 },
    );
  });

  it("covers every millimetre once, as cut or as uncut, in windows that are long enough", () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const plan = calculateEdgePlan(input);
        for (const edge of edges) {
          const parts = [...plan.segments, ...plan.uncut]
            .filter((part) => part.edge === edge)
            .map(span)
            .sort((a, b) => a[0] - b[0]);
          let reached = 0;
          for (const [from, to] of parts) {
            expect(from).to.be.closeTo(reached, 1e-5);
            reached = to;
          }
          expect(reached).to.be.closeTo(edgeLengthMm(input.outline, edge), 1e-5);
        }
        const byPass = new Map<number, number>();
        plan.segments.forEach((s, i) => {
          expect(s.order).to.equal(i + 1);
          const speedMmS = input.speedMmS * cutPaces[s.pace].share;
          expect(s.timeS).to.be.closeTo(Math.abs(s.toMm - s.fromMm) / speedMmS, 1e-6);
          expect(s.pace).to.equal(paceAt(input.outline, input.paces!, s.edge, (s.fromMm + s.toMm) / 2));
          expect(s.maxDepthMm).to.be.greaterThan(0).and.at.most(input.maxDepthMm);
          byPass.set(s.pass, (byPass.get(s.pass) ?? 0) + s.timeS);
        });
        byPass.forEach((timeS) => expect(timeS).to.be.at.most(input.windowS + 1e-6));
        expect(byPass.size).to.equal(plan.passes);
        expect(plan.picks).to.equal(plan.pickPositions.length);
      }),
      { numRuns: 300 },
    );
  });

  it("ends beside the hinge: from the start corner towards it on either side, and nothing behind it is left", () => {
    fc.assert(
      fc.property(anyInput, fc.double({ min: 0.05, max: 0.4, noNaN: true }), (input, from) => {
        const whole = input.outline.widthMm;
        const hinge = {
          edge: "bottom" as const,
          fromMm: from * whole,
          toMm: (from + 0.5) * whole,
          kind: "hinge" as const,
          label: "flexes",
        };
        const features = [...input.features.filter(({ kind }) => kind !== "hinge"), hinge];
        const plan = calculateEdgePlan({ ...input, features, school: "cards" });
        const roundMm = 2 * (whole + input.outline.heightMm);
        const place = (edge: EdgePlace, atMm: number) =>
          (roundFrom(input.outline, edge as Edge, atMm) -
            roundFrom(input.outline, "bottom", hinge.toMm) +
            roundMm) %
          roundMm;
        // From the hinge's right end clockwise to its left end: first the counter arm, backwards, then the clockwise one.
        const ways = plan.segments.map(({ edge, fromMm, toMm }) => {
          const middle = place(edge, (fromMm + toMm) / 2);
          const grows = edge === "top" || edge === "right" ? toMm > fromMm : toMm < fromMm;
          return { middle, grows };
        });
        const clockwise = ways.filter(({ grows }) => grows);
        const counter = ways.filter(({ grows }) => !grows);
        // Each arm goes on towards the hinge without turning back, and the two do not overlap.
        clockwise.slice(1).forEach((s, i) => expect(s.middle).to.be.greaterThan(clockwise[i]!.middle));
        counter.slice(1).forEach((s, i) => expect(s.middle).to.be.lessThan(counter[i]!.middle));
        const firstClockwise = Math.min(Infinity, ...clockwise.map((s) => s.middle));
        for (const { middle } of counter) expect(middle).to.be.lessThan(firstClockwise);
      }),
      { numRuns: 300 },
    );
  });

  it("goes slower where the glue is thick, by the share of that pace, and says with what", () => {
    const paces = [
      { edge: "top" as const, fromMm: 0, toMm: 100, pace: "thick" as const },
      { edge: "top" as const, fromMm: 60, toMm: 100, pace: "thick with alcohol" as const },
    ];
    const plan = calculateEdgePlan({ ...plain, windowS: 600, paces });
    const top = plan.segments.filter(({ edge }) => edge === "top");
    expect(top.map(({ fromMm, toMm, pace }) => [fromMm, toMm, pace])).to.deep.equal([
      [0, 60, "thick"],
      [60, 100, "thick with alcohol"],
      [100, 220, "thin"],
    ]);
    expect(plan.totalS).to.be.closeTo(60 / 1.6 + 40 / 2.6 + 400 / 4, 1e-9);
    expect(top[1]!.note).to.include("alcohol");
    expect(plan.assumed.join()).to.include("thick: 40 %");
    const fault = edgePlanInput.safeParse({ ...plain, paces: [{ ...paces[0]!, toMm: 221 }] }).error!
      .issues[0]!;
    expect(fault.path).to.deep.equal(["paces", 0, "toMm"]);
  });

  it("takes a blade for the first gap and for a new entry, a card after it, a pick where it must stay shallow", () => {
    const plan = calculateEdgePlan({
      ...plain,
      windowS: 600,
      features: [
        ...plain.features,
        { edge: "right", fromMm: 50, toMm: 70, kind: "keep-out", label: "aerial" },
        { edge: "right", fromMm: 90, toMm: 110, kind: "shallow", maxDepthMm: 2, label: "button flex" },
      ],
    });
    const tools = plan.segments.map(({ edge, fromMm, tool }) => [edge, fromMm, tool]);
    expect(plan.startCorner).to.equal("top left");
    expect(tools).to.deep.equal([
      ["top", 0, "blade, then card"],
      ["right", 0, "card"],
      ["right", 70, "blade, then card"],
      ["right", 90, "pick"],
      ["right", 110, "card"],
      // The other arm leaves the corner that is open already.
      ["left", 0, "card"],
    ]);
    const broken = {
      kind: "crack" as const,
      points: [
        { xMm: 220, yMm: 80 },
        { xMm: 120, yMm: 80 },
      ],
    };
    const cracked = calculateEdgePlan({
      ...plain,
      windowS: 600,

      damage: [broken],
    });
    expect(cracked.segments.find(({ edge }) => edge === "right")!.tool).to.equal("card");
  });

  describe("with a wire", () => {
    const wired: EdgePlanInput = { ...plain, school: "wire", windowS: 3_600 };

    it("walks both ends from the corner by turns; the longest front is the panel's own width or diagonal", () => {
      const open = calculateEdgePlan({ ...wired, features: [] });
      const { fronts, longestFrontMm, lengthMm, sweptPct, stopsBefore, entryGapMm } = open.wire!;
      // Both arms are half the way round: in the end the front shrinks into the opposite corner, and all is passed over.
      expect(fronts.at(-1)!.lengthMm).to.be.closeTo(0, 1e-6);
      expect(sweptPct).to.be.closeTo(100, 1e-6);
      expect(longestFrontMm)
        .to.be.at.most(Math.hypot(220, 140) + 1e-9)
        .and.at.least(200);
      expect(lengthMm).to.be.greaterThan(longestFrontMm);
      expect(stopsBefore).to.deep.equal([]);
      expect(entryGapMm).to.be.within(2, 3);
      expect(open.segments.every(({ tool }) => tool === "wire")).to.equal(true);
      expect(fronts.map(({ order }) => order)).to.deep.equal(open.segments.map(({ order }) => order));
    });

    it("stops a blade's depth before the hinge, level with it, and leaves the last bit to cards", () => {
      const { wire, segments } = calculateEdgePlan(wired);
      const last = wire!.fronts.at(-1)!;
      expect(last.from.yMm).to.be.closeTo(last.to.yMm, 6);
      expect(Math.max(last.from.yMm, last.to.yMm)).to.be.within(140 - 5 - 1.01, 140 - 5 + 1e-3);
      expect(wire!.sweptPct).to.be.within(90, 97);
      expect(wire!.stopsBefore.join()).to.include("hinge on the bottom edge: flexes");
      const byHand = segments.filter(({ tool }) => tool !== "wire");
      expect(byHand.map(({ edge, toMm }) => [edge, toMm])).to.deep.equal([
        ["right", 140],
        ["left", 140],
      ]);
    });

    it("never comes over a keep-out, a hinge or what must stay shallow, for any panel", () => {
      fc.assert(
        fc.property(anyInput, (input) => {
          const plan = calculateEdgePlan({ ...input, school: "wire" });
          const { widthMm: w, heightMm: h } = input.outline;
          const zones = input.features
            .filter(({ kind }) => kind !== "no-bond")
            .map(({ edge, fromMm, toMm }) => {
              const d = input.maxDepthMm;
              return {
                top: [fromMm, 0, toMm, d],
                bottom: [fromMm, h - d, toMm, h],
                left: [0, fromMm, d, toMm],
                right: [w - d, fromMm, w, toMm],
              }[edge] as [number, number, number, number];
            });
          for (const { from, to } of plan.wire!.fronts) {
            // Points along the front, each looked at by itself.
            const met = zones.filter(([x0, y0, x1, y1]) =>
              Array.from({ length: 59 }, (_, i) => (i + 1) / 60).some((share) => {
                const x = from.xMm + (to.xMm - from.xMm) * share;
                const y = from.yMm + (to.yMm - from.yMm) * share;
                return x > x0 + 0.01 && x < x1 - 0.01 && y > y0 + 0.01 && y < y1 - 0.01;
              }),
            );
            expect(met).to.deep.equal([]);
          }
          expect(plan.wire!.sweptPct).to.be.within(0, 100 + 1e-9);
          expect(plan.wire!.longestFrontMm).to.be.at.most(Math.hypot(w, h) + 1e-9);
        }),
        { numRuns: 200 },
      );
    });

    it("warns where the wire is thicker than the glue, and where the glass is broken", () => {
      const said = (more: Partial<EdgePlanInput>) => calculateEdgePlan({ ...wired, ...more }).warnings.join();
      expect(said({ wireUm: 150, glueUm: 100 })).to.include("150 µm is thicker than the glue of 100 µm");
      expect(said({ wireUm: 80, glueUm: 100 })).to.not.include("thicker");
      const crack = {
        kind: "crack" as const,
        points: [
          { xMm: 90, yMm: 40 },
          { xMm: 120, yMm: 80 },
        ],
      };
      expect(said({ damage: [crack] })).to.include("film over the glass");
    });

    it("is not spoken of where cards are used", () => {
      expect(calculateEdgePlan(plain).wire).to.equal(null);
    });
  });

  it("refuses a feature that does not lie on its edge, with the edge's length", () => {
    const issue = edgePlanInput.safeParse({
      ...plain,
      features: [{ edge: "left", fromMm: 0, toMm: 141, kind: "keep-out", label: "x" }],
    }).error!.issues[0]!;
    expect(issue.path).to.deep.equal(["features", 0, "toMm"]);
    expect(issue.message).to.include("140");
  });

  describe("where the glass is broken", () => {
    const crack = (...points: [number, number][]) => ({
      kind: "crack" as const,
      points: points.map(([xMm, yMm]) => ({ xMm, yMm })),
    });

    it("starts at another corner, as long as one has whole glass", () => {
      expect(calculateEdgePlan(plain).startCorner).to.equal("top left");
      const near = calculateEdgePlan({ ...plain, damage: [crack([10, 0], [60, 50])] });
      expect(near.startCorner).to.equal("top right");
      expect(near.segments[0]!.note).to.include("top right");
      // 25 mm from the corner is far enough; a little less is not.
      expect(calculateEdgePlan({ ...plain, damage: [crack([25, 0], [60, 50])] }).startCorner).to.equal(
        "top left",
      );
      expect(calculateEdgePlan({ ...plain, damage: [crack([24.9, 0], [60, 50])] }).startCorner).to.equal(
        "top right",
      );
      // A crack that only passes by counts where it passes.
      const passing = calculateEdgePlan({ ...plain, damage: [crack([0, 30], [30, 0])] });
      expect(passing.startCorner).to.equal("top right");
    });

    it("says so where every corner is broken, and still names one", () => {
      const everywhere = [crack([0, 0], [220, 140]), crack([220, 0], [0, 140])];
      const plan = calculateEdgePlan({ ...plain, damage: everywhere });
      expect(plan.startCorner).to.equal("top left");
      expect(plan.warnings.join()).to.include("Every corner has broken glass");
      expect(plan.assumed.join()).to.include("25 mm");
    });

    it("notes every stretch where the blade meets a crack or a hole, and no other", () => {
      const damage = [
        crack([110, 0], [110, 70]),
        {
          kind: "missing shard" as const,
          points: [
            { xMm: 220, yMm: 60 },
            { xMm: 205, yMm: 70 },
            { xMm: 220, yMm: 80 },
          ],
        },
      ];
      const plan = calculateEdgePlan({ ...plain, damage });
      const meets = (edge: Edge, from: number, to: number, word: string) => {
        for (const segment of plan.segments) {
          const [low, high] = span(segment);
          const isThere = segment.edge === edge && low <= to && high >= from;
          const isNoted = segment.note.includes(word);
          if (segment.edge === edge) expect(isNoted, JSON.stringify(segment)).to.equal(isThere);
        }
      };
      meets("top", 110, 110, "a crack meets the edge");
      meets("right", 60, 80, "glass is missing here");
      expect(
        plan.segments
          .filter((s) => s.edge === "left")
          .every((s) => s.note === "" || s.note.startsWith("open") || s.note === "new entry"),
      ).to.equal(true);
      // A crack that ends short of the blade's reach is none of its business.
      const inside = calculateEdgePlan({ ...plain, damage: [crack([110, 11], [110, 70])] });
      expect(inside.segments.some((s) => s.note.includes("crack"))).to.equal(false);
    });

    it("changes neither what is cut nor how long it takes", () => {
      fc.assert(
        fc.property(
          anyInput,
          fc.array(
            fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
            { minLength: 2, maxLength: 5 },
          ),
          (input, corners) => {
            const { widthMm, heightMm } = input.outline;
            const damage = [crack(...corners.map(([x, y]): [number, number] => [x * widthMm, y * heightMm]))];
            const [whole, broken] = [calculateEdgePlan(input), calculateEdgePlan({ ...input, damage })];
            expect(broken.totalS).to.be.closeTo(whole.totalS, 1e-6);
            expect(broken.uncut).to.deep.equal(whole.uncut);
          },
        ),
        { numRuns: 100 },
      );
    });

    it("refuses a point that is not on the panel", () => {
      const issue = edgePlanInput.safeParse({ ...plain, damage: [crack([0, 0], [221, 3])] }).error!
        .issues[0]!;
      expect(issue.path).to.deep.equal(["damage", 0, "points", 1]);
      expect(issue.message).to.include("220 × 140");
    });
  });
});
