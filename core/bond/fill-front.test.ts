import { expect } from "chai";
import fc from "fast-check";
import { calculateFillFront, fillFrontInput, type FillFrontInput } from "./fill-front.ts";
import type { PatternPiece } from "./pattern.ts";
import { calculateSqueezeTime } from "./squeeze-time.ts";

const pressed = { gapUm: 150, viscosityPaS: 2.5, forceN: 2 };
const dot = (xMm: number, yMm: number, volumeUl: number): PatternPiece => ({
  kind: "dot",
  xMm,
  yMm,
  volumeUl,
});
const bead = (path: [number, number][], volumeUl: number): PatternPiece => ({
  kind: "bead",
  pathMm: path.map(([xMm, yMm]) => ({ xMm, yMm })),
  volumeUl,
});
const ring = (x: number, y: number, radius: number, volumeUl: number) =>
  bead(
    Array.from({ length: 25 }, (_, k) => [
      x + radius * Math.cos((k * Math.PI) / 12),
      y + radius * Math.sin((k * Math.PI) / 12),
    ]),
    volumeUl,
  );

describe("fill-front", () => {
  it("spreads a centred dot as the disc of constant volume does: 1/h⁴ - 1/h0⁴ = 8πFt / 3ηV², R² = V/πh (Stefan 1874)", () => {
    const volumeUl = 300;
    const { frames, trapped, overflowUl } = calculateFillFront({
      ...pressed,
      outline: { widthMm: 80, heightMm: 80 },
      pattern: [dot(40, 40, volumeUl)],
      gridMm: 1,
      frames: 8,
    });
    const volumeM3 = volumeUl * 1e-9;
    for (const { timeS, gapUm, wetPct } of frames.slice(1)) {
      const wanted =
        ((3 * 2.5 * volumeM3 ** 2) / (8 * Math.PI * 2)) * ((gapUm * 1e-6) ** -4 - 1_200e-6 ** -4);
      expect(timeS / wanted, `time at ${gapUm.toFixed(0)} µm`).to.be.within(0.97, 1.03);
      const radiusMm = Math.sqrt(((wetPct / 100) * 80 * 80) / Math.PI);
      const wantedMm = Math.sqrt(volumeUl / (Math.PI * (gapUm / 1_000)));
      expect(radiusMm / wantedMm, `radius at ${gapUm.toFixed(0)} µm`).to.be.within(0.97, 1.03);
    }
    expect(trapped).to.deep.equal([]);
    expect(Object.values(overflowUl)).to.deep.equal([0, 0, 0, 0, 0]);
  });

  it("takes the time of a filled rectangle once all is wet (squeeze-time through the torsion series)", () => {
    const { timeS, wetPct } = calculateFillFront({
      ...pressed,
      outline: { widthMm: 60, heightMm: 30 },
      pattern: [
        bead(
          [
            [15, 15],
            [45, 15],
          ],
          60 * 30 * 0.2 * 1.5,
        ),
      ],
      startGapUm: 200,
      gridMm: 0.75,
    });
    const wanted = calculateSqueezeTime({
      shape: { widthMm: 60, heightMm: 30 },
      viscosityPaS: 2.5,
      forceN: 2,
      startGapUm: 200,
      endGapUm: 150,
    }).timeS;
    expect(wetPct).to.be.above(99.9);
    expect(timeS / wanted).to.be.within(0.97, 1.03);
  });

  it("loses no liquid, whatever is laid and however the glass comes down", () => {
    const within = (most: number) => fc.double({ min: 0, max: most, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(within(60), within(40), fc.double({ min: 5, max: 200, noNaN: true })), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.constantFrom("top", "right", "bottom", "left", null),
        (dots, from) => {
          const { accountedPct, wetPct, trapped } = calculateFillFront({
            outline: { widthMm: 60, heightMm: 40 },
            gapUm: 150,
            viscosityPaS: 2.5,
            ...(from ? { lowering: { from, wedgeMm: 10, timeS: 60 } } : { forceN: 2 }),
            pattern: dots.map(([x, y, volumeUl]) => dot(x, y, volumeUl)),
            gridMm: 2,
          });
          expect(accountedPct).to.be.within(99, 101);
          expect(wetPct).to.be.within(0, 100.0001);
          trapped.forEach(({ areaMm2 }) => expect(areaMm2).to.be.within(0, 2_400));
        },
      ),
      { numRuns: 25 },
    );
  });

  it("gives a mirrored answer to a mirrored input", () => {
    const places = [
      [12, 10, 60],
      [30, 22, 90],
      [48, 30, 40],
    ] as const;
    const run = (mirror: boolean) =>
      calculateFillFront({
        ...pressed,
        outline: { widthMm: 60, heightMm: 40, cornerRadiusMm: 4 },
        windows: [{ xMm: mirror ? 52 : 8, yMm: 6, radiusMm: 2 }],
        pattern: places.map(([x, y, ul]) => dot(mirror ? 60 - x : x, y, ul)),
        gridMm: 1,
      });
    const [one, other] = [run(false), run(true)];
    one.frames.forEach(({ wet }, k) =>
      wet.forEach((row, r) =>
        row.forEach((share, c) => {
          const mirrored = other.frames[k]!.wet[r]!;
          expect(mirrored[row.length - 1 - c]).to.be.closeTo(share, 0.05);
        }),
      ),
    );
    expect(other.overflowUl.left).to.be.closeTo(one.overflowUl.right, 0.2);
    expect(other.windowsWet[0]).to.be.closeTo(one.windowsWet[0]!, 0.02);
    expect(other.timeS / one.timeS).to.be.within(0.99, 1.01);
  });

  it("traps exactly one pocket in a ring, and none where a branch is open to the edge", () => {
    const outline = { widthMm: 100, heightMm: 70 };
    const ringed = calculateFillFront({
      ...pressed,
      outline,
      pattern: [ring(50, 35, 18, 500)],
      startGapUm: 300,
      gridMm: 1,
    });
    expect(ringed.trapped).to.have.length(1);
    expect(ringed.trapped[0]!.xMm).to.be.closeTo(50, 0.6);
    expect(ringed.trapped[0]!.yMm).to.be.closeTo(35, 0.6);
    expect(ringed.trapped[0]!.areaMm2).to.be.within(300, Math.PI * 18 ** 2);
    const branched = calculateFillFront({
      ...pressed,
      outline,
      pattern: [
        bead(
          [
            [25, 35],
            [75, 35],
          ],
          700,
        ),
        bead(
          [
            [25, 35],
            [10, 12],
          ],
          120,
        ),
        bead(
          [
            [25, 35],
            [10, 58],
          ],
          120,
        ),
        bead(
          [
            [75, 35],
            [90, 12],
          ],
          120,
        ),
        bead(
          [
            [75, 35],
            [90, 58],
          ],
          120,
        ),
      ],
      gridMm: 1,
    });
    expect(branched.trapped).to.deep.equal([]);
    expect(branched.wetPct).to.be.above(ringed.wetPct);
  });

  it("keeps the air of a ring by Boyle's law: the annulus between two plates, from 3 to 1.5 mm grid", () => {
    const [viscosityPaS, forceN, fromM, toM, radiusMm, volumeUl] = [2.5, 2, 600e-6, 300e-6, 30, 2_000];
    const at = (gridMm: number) =>
      calculateFillFront({
        outline: { widthMm: 140, heightMm: 140 },
        pattern: [
          bead(
            Array.from({ length: 61 }, (_, k) => [
              70 + radiusMm * Math.cos((k * Math.PI) / 30),
              70 + radiusMm * Math.sin((k * Math.PI) / 30),
            ]),
            volumeUl,
          ),
        ],
        gapUm: toM * 1e6,
        startGapUm: fromM * 1e6,
        viscosityPaS,
        forceN,
        gridMm,
      });
    const [coarse, fine] = [at(3), at(1.5)];
    for (const { trapped } of [coarse, fine]) expect(trapped).to.have.length(1);
    const area = (result: typeof fine) => result.trapped[0]!.areaMm2;
    expect(area(coarse) / area(fine)).to.be.within(0.95, 1.05);
    expect(coarse.timeS / fine.timeS).to.be.within(0.95, 1.05);
    // Where the ring's inner rim stands at first is read from the first picture.
    const cellMm = 140 / fine.frames[0]!.wet.length;
    let dryMm2 = 0;
    fine.frames[0]!.wet.forEach((row, r) =>
      row.forEach((share, c) => {
        if (Math.hypot((c + 0.5) * cellMm - 70, (r + 0.5) * cellMm - 70) < radiusMm)
          dryMm2 += (1 - share) * cellMm ** 2;
      }),
    );
    // Between the rims p = a r2 + A ln r + B with a = 3 eta h' / h3; p is 0 at the outer, the air's at the inner; the force is carried by both.
    const [roomPa, liquidM3, airM3] = [101_325, volumeUl * 1e-9, dryMm2 * 1e-6 * fromM];
    const rates = (h: number, inner: number): [gap: number, rim: number] => {
      const outer = Math.sqrt(inner ** 2 + liquidM3 / (Math.PI * h));
      const airPa = roomPa * (airM3 / (Math.PI * inner ** 2 * h) - 1);
      const over = (of: (r: number) => number) => 2 * Math.PI * (of(outer) - of(inner));
      const square = over((r) => r ** 4 / 4);
      const log = over((r) => (r * r * Math.log(r)) / 2 - (r * r) / 4);
      const even = over((r) => (r * r) / 2);
      const left = forceN - Math.PI * inner ** 2 * airPa;
      // B from the outer rim, A from the inner, a from the force.
      const ratio = Math.log(inner / outer);
      const byA = (outer ** 2 - inner ** 2) / ratio;
      const logPart = log - even * Math.log(outer);
      const a = (left - (airPa / ratio) * logPart) / (square - even * outer ** 2 + byA * logPart);
      const A = (airPa + a * (outer ** 2 - inner ** 2)) / ratio;
      const gap = (a * h ** 3) / (3 * viscosityPaS);
      return [gap, (-(h * h) / (12 * viscosityPaS)) * (2 * a * inner + A / inner)];
    };
    let [h, inner, timeS] = [fromM, Math.sqrt((dryMm2 * 1e-6) / Math.PI), 0];
    const dt = 0.005;
    while (h > toM) {
      const [h1, r1] = rates(h, inner);
      const [h2, r2] = rates(h + (h1 * dt) / 2, inner + (r1 * dt) / 2);
      [h, inner, timeS] = [h + h2 * dt, inner + r2 * dt, timeS + dt];
    }
    expect(area(fine) / (Math.PI * inner ** 2 * 1e6)).to.be.within(0.98, 1.02);
    expect(fine.timeS / timeS).to.be.within(0.93, 1.05);
  });

  it("says which pocket keeps which window dry, and which window floods", () => {
    const run = (pattern: PatternPiece[]) =>
      calculateFillFront({
        ...pressed,
        outline: { widthMm: 70, heightMm: 50 },
        windows: [
          { xMm: 35, yMm: 25, radiusMm: 3 },
          { xMm: 2, yMm: 2, widthMm: 4, heightMm: 3 },
        ],
        pattern,
        startGapUm: 300,
        gridMm: 1,
      });
    const kept = run([ring(35, 25, 14, 450)]);
    expect(kept.trapped.map(({ window }) => window)).to.deep.equal([0]);
    expect(kept.windowsWet[0]).to.equal(0);
    const flooded = run([dot(35, 25, 400)]);
    expect(flooded.windowsWet[0]).to.be.closeTo(1, 0.001);
    expect(flooded.windowsWet[1]).to.equal(0);
  });

  it("comes nearer to one answer as the grid is refined", () => {
    const at = (gridMm: number) =>
      calculateFillFront({
        ...pressed,
        outline: { widthMm: 80, heightMm: 48 },
        pattern: [
          bead(
            [
              [20, 24],
              [60, 24],
            ],
            80 * 48 * 0.15 * 1.1,
          ),
        ],
        gridMm,
      });
    const [coarse, middle, fine] = [at(4), at(2), at(1)];
    for (const figure of [
      (r: typeof fine) => r.wetPct / 100,
      (r: typeof fine) => r.timeS / fine!.timeS,
      (r: typeof fine) => (r.overflowUl.top + r.overflowUl.bottom) / 634,
    ]) {
      const [first, second] = [
        Math.abs(figure(coarse!) - figure(middle!)),
        Math.abs(figure(middle!) - figure(fine!)),
      ];
      expect(second).to.be.below(Math.max(first, 0.002));
      expect(second).to.be.below(0.02);
    }
  });

  it("drives the liquid away from the edge that is set down first", () => {
    const base: FillFrontInput = {
      gapUm: 150,
      viscosityPaS: 2.5,
      outline: { widthMm: 60, heightMm: 40 },
      pattern: [
        bead(
          [
            [10, 20],
            [50, 20],
          ],
          400,
        ),
      ],
      gridMm: 1,
    };
    const { overflowUl, timeS } = calculateFillFront({
      ...base,
      lowering: { from: "top", wedgeMm: 10, timeS: 45 },
    });
    expect(timeS).to.equal(45);
    expect(overflowUl.bottom).to.be.above(5 * overflowUl.top);
    expect(overflowUl.left).to.be.closeTo(overflowUl.right, 0.5);
  });

  it("refuses what lies off the panel, two ways down or none, and a grid that is too fine", () => {
    const faults = (more: object) =>
      fillFrontInput
        .safeParse({
          ...pressed,
          outline: { widthMm: 60, heightMm: 40, cornerRadiusMm: 8 },
          pattern: [dot(30, 20, 100)],
          gridMm: 1,
          ...more,
        })
        .error?.issues.map(({ path, message }) => `${path.join(".")}: ${message}`);
    expect(faults({})).to.equal(undefined);
    expect(faults({ pattern: [dot(1, 1, 5)] })).to.deep.equal([
      "pattern.0: 1, 1 must lie on the panel, which is 60 × 40 mm",
    ]);
    expect(faults({ forceN: undefined })?.[0]).to.match(/^forceN: give either/);
    expect(faults({ lowering: { from: "top", wedgeMm: 10, timeS: 9 } })?.[0]).to.match(/^forceN/);
    expect(faults({ gridMm: 0.1 })?.[0]).to.equal(
      "gridMm: 0.1 must be from 0.20 to 10.00 for a panel of 60 × 40 mm",
    );
    expect(faults({ startGapUm: 100 })?.[0]).to.equal("startGapUm: 100 must be above gapUm, which is 150");
  });

  it("keeps what is laid where a glass comes down on its wedge, and comes to the same on coarse grids and fine", () => {
    const [widthMm, heightMm, gapUm] = [111, 58, 151];
    const laidUl = (widthMm * heightMm * gapUm) / 1_000;
    const pattern = [0.22, 0.48, 0.74].map((share, n) => ({
      kind: "bead" as const,
      pathMm: [0.1, n === 0 ? 0.84 : 0.9].map((at) => ({ xMm: at * widthMm, yMm: share * heightMm })),
      volumeUl: laidUl / 3,
    }));
    const wetPct = [4, 3, 2].map((gridMm) => {
      const lowering = { from: "top", wedgeMm: 2, timeS: 20 } as const;
      const filled = calculateFillFront({
        outline: { widthMm, heightMm },
        pattern,
        gapUm,
        viscosityPaS: 2,
        lowering,
        gridMm,
      });
      const outUl = Object.values(filled.overflowUl).reduce((sum, side) => sum + side, 0);
      // What is not over the edges fills the gap: nothing is heaped up in it.
      expect((filled.wetPct / 100) * laidUl + outUl).to.be.closeTo(laidUl, 0.02 * laidUl);
      return filled.wetPct;
    });
    expect(Math.max(...wetPct) - Math.min(...wetPct)).to.be.below(1);
  });
});
