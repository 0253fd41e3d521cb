import { expect } from "chai";
import fc from "fast-check";
import { framePacing } from "./frame-pacing.ts";
import { calculatePixelFaults } from "./pixel-faults.ts";
import type { PixelFaultKind } from "./pixel-faults-input.ts";
import type { TouchCoverInput } from "./touch-cover-input.ts";
import { calculateTouchCover } from "./touch-cover.ts";

const grid = { widthPx: 400, heightPx: 200, columns: 8, rows: 4 };
type Stroke = TouchCoverInput["strokes"][number];

/** A drag through these places, a report every `everyMs`, `stepPx` apart. */
function drag(
  places: [number, number][],
  { pointer = 1, startMs = 0, stepPx = 8, everyMs = 8 } = {},
): Stroke {
  const points = [{ xPx: places[0]![0], yPx: places[0]![1], tMs: startMs }];
  for (const [x, y] of places.slice(1)) {
    const from = points.at(-1)!;
    const steps = Math.max(1, Math.ceil(Math.hypot(x - from.xPx, y - from.yPx) / stepPx));
    for (let s = 1; s <= steps; s += 1) {
      points.push({
        xPx: from.xPx + ((x - from.xPx) * s) / steps,
        yPx: from.yPx + ((y - from.yPx) * s) / steps,
        tMs: points.at(-1)!.tMs + everyMs,
      });
    }
  }
  return { pointer, points };
}
/** Up and down over the whole area without lifting. */
const whole = drag(
  [25, 75, 125, 175].flatMap((y, i): [number, number][] =>
    i % 2
      ? [
          [395, y],
          [5, y],
        ]
      : [
          [5, y],
          [395, y],
        ],
  ),
);
const cover = (strokes: Stroke[], more: Partial<TouchCoverInput> = {}) =>
  calculateTouchCover({ strokes, grid, ...more });

describe("touch-cover", () => {
  it("passes an unbroken drag over the whole area", () => {
    expect(cover([whole])).to.deep.include({
      dead: [],
      coveragePct: 100,
      unbrokenPct: 100,
      jumps: [],
      dropOuts: [],
      pointers: 1,
      reportMs: 8,
      verdict: "pass",
    });
  });

  it("finds the cells in which nothing was told, and how large they are together", () => {
    // Two columns from 100 px on do not answer.
    const parts = [25, 75, 125, 175].flatMap((y, i) => [
      drag(
        [
          [5, y],
          [99, y],
        ],
        { startMs: i * 2_000 },
      ),
      drag(
        [
          [201, y],
          [395, y],
        ],
        { startMs: i * 2_000 + 1_000 },
      ),
    ]);
    const { dead, largestDeadCells, coveragePct, verdict } = cover(parts);
    expect(dead).to.have.length(8);
    expect(new Set(dead.map(({ column }) => column))).to.deep.equal(new Set([2, 3]));
    expect(largestDeadCells).to.equal(8);
    expect(coveragePct).to.equal(75);
    expect(verdict).to.equal("fail");
    expect(cover([]).largestDeadCells).to.equal(32);
  });

  it("tells a jump from a quick finger, and does not count the way that it skips", () => {
    const jumping = {
      pointer: 1,
      points: [
        { xPx: 10, yPx: 25, tMs: 0 },
        { xPx: 390, yPx: 25, tMs: 16 },
      ],
    };
    expect(cover([jumping]).jumps).to.have.length(1);
    expect(cover([jumping]).coveragePct).to.equal((100 * 2) / 32);
    const quick = drag(
      [
        [10, 25],
        [390, 25],
      ],
      { stepPx: 30, everyMs: 8 },
    );
    expect(cover([quick]).jumps).to.deep.equal([]);
    expect(cover([quick]).coveragePct).to.equal(25);
  });

  it("finds a contact that was lost on the way: within a stroke, and between two", () => {
    const held = drag([
      [10, 25],
      [100, 25],
    ]);
    const gap = {
      pointer: 1,
      points: [...held.points, { xPx: 250, yPx: 25, tMs: held.points.at(-1)!.tMs + 300 }],
    };
    expect(cover([gap]).dropOuts).to.have.length(1);
    const last = held.points.at(-1)!.tMs;
    const again = drag(
      [
        [104, 25],
        [200, 25],
      ],
      { pointer: 2, startMs: last + 40 },
    );
    expect(cover([held, again]).dropOuts.map(({ lastedMs }) => lastedMs)).to.deep.equal([40]);
    const later = drag(
      [
        [104, 25],
        [200, 25],
      ],
      { pointer: 2, startMs: last + 900 },
    );
    expect(cover([held, later]).dropOuts).to.deep.equal([]);
    // A finger that rests is not lost.
    const rests = { pointer: 1, points: [...held.points, { xPx: 101, yPx: 25, tMs: last + 900 }] };
    expect(cover([rests]).dropOuts).to.deep.equal([]);
  });

  it("counts the fingers that were down at once", () => {
    const finger = (pointer: number, startMs: number) =>
      drag(
        [
          [10 + 40 * pointer, 20],
          [10 + 40 * pointer, 180],
        ],
        { pointer, startMs },
      );
    expect(cover([finger(1, 0), finger(2, 10), finger(3, 20)]).pointers).to.equal(3);
    expect(cover([finger(1, 0), finger(2, 5_000)]).pointers).to.equal(1);
  });

  it("covers more with every stroke, never less, wherever it goes", () => {
    const place = fc.record({
      xPx: fc.integer({ min: -50, max: 450 }),
      yPx: fc.integer({ min: -50, max: 250 }),
    });
    const strokes = fc.array(
      fc.array(place, { minLength: 1, maxLength: 8 }).map((places, pointer = 1) => ({
        pointer,
        points: places.map((at, i) => ({ ...at, tMs: 10 * i })),
      })),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(strokes, (made) => {
        const all = cover(made);
        expect(all.dead.length).to.equal(Math.round(32 * (1 - all.coveragePct / 100)));
        expect(cover(made.slice(1)).coveragePct).to.be.at.most(all.coveragePct);
        expect(all.unbrokenPct).to.be.at.most(all.coveragePct);
      }),
    );
  });

  it("refuses a stroke whose time goes back", () => {
    const back = {
      pointer: 1,
      points: [
        { xPx: 1, yPx: 1, tMs: 9 },
        { xPx: 2, yPx: 1, tMs: 8 },
      ],
    };
    expect(() => cover([back])).to.throw("8 must not be before 9");
    const points = Array.from({ length: 20_000 }, (_, i) => ({ xPx: i % 99, yPx: 1, tMs: i }));
    const six = [1, 2, 3, 4, 5, 6].map((pointer) => ({ pointer, points }));
    expect(() => cover(six)).to.throw("120000 points in all; must be at most 100000");
  });
});

describe("pixel-faults", () => {
  const classOf = (faults: PixelFaultKind[], widthPx = 1_000, heightPx = 1_000) =>
    calculatePixelFaults({
      widthPx,
      heightPx,
      faults: faults.map((kind, i) => ({ kind, xPx: 50 * i, yPx: 20 })),
    }).class;

  it("classes a million pixels by ISO 9241-307 (from memory)", () => {
    expect(classOf([])).to.equal("0");
    expect(classOf(["bright"])).to.equal("I");
    expect(classOf(["bright", "bright"])).to.equal("II");
    expect(classOf(["dark", "dark"])).to.equal("II");
    expect(classOf(Array(5).fill("subpixel dark"))).to.equal("II");
    expect(classOf(["bright", "bright", "bright"])).to.equal("III");
    expect(classOf(Array(16).fill("dark"))).to.equal("IV");
  });

  it("allows more on a larger panel, and never fewer", () => {
    expect(classOf(["bright", "bright"], 2_000, 1_000)).to.equal("I");
    expect(classOf(Array(5).fill("bright"), 240, 64)).to.equal("beyond IV");
    expect(classOf(["bright"], 240, 64)).to.equal("I");
  });

  it("counts those that lie together, and refuses one off the screen", () => {
    const at = (xPx: number, yPx: number) => ({ kind: "dark" as const, xPx, yPx });
    const { clustered } = calculatePixelFaults({
      widthPx: 100,
      heightPx: 100,
      faults: [at(10, 10), at(13, 12), at(60, 60)],
    });
    expect(clustered).to.equal(2);
    expect(() => calculatePixelFaults({ widthPx: 10, heightPx: 10, faults: [at(10, 1)] })).to.throw(
      "must lie on the screen, which is 10 × 10 pixels",
    );
  });
});

describe("frame pacing", () => {
  it("counts what came late against the median", () => {
    expect(framePacing([16, 17, 16, 33, 16])).to.deep.equal({
      frames: 6,
      medianMs: 16,
      worstMs: 33,
      latePct: 20,
    });
    expect(framePacing(Array(60).fill(16.7))).to.include({ latePct: 0 });
    expect(() => framePacing([16])).to.throw("at least 2");
  });
});
