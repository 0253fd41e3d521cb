import { expect } from "chai";
import { randomStream } from "../random.ts";
import type { TouchCoverInput } from "./touch-cover-input.ts";
import { calculateTouchCover } from "./touch-cover.ts";
import { largestUntouched } from "./touch-proof.js";

/** A phone's panel, at 6 px a millimetre. */
const [WIDTH_MM, HEIGHT_MM, PX_PER_MM] = [65, 140, 6];
const grid = {
  widthPx: WIDTH_MM * PX_PER_MM,
  heightPx: HEIGHT_MM * PX_PER_MM,
  columns: 13,
  rows: 28,
  widthMm: WIDTH_MM,
  heightMm: HEIGHT_MM,
};

interface Drag {
  mmPerS: number;
  everyMs: number;
  /** Between the lines that are painted, mm. */
  apartMm: number;
  /** Where nothing is told, mm. */
  dead?: { xMm: number; yMm: number; sizeMm: number };
  seed: number;
}

/** How unsteady a hand and a clock are: off the line, of its speed, of a report's time. */
const WAVER_MM = 0.4;
const SPEED_SHARE = 0.15;
const JITTER_MS = 2;

/** A finger goes up and down the panel line by line without lifting, as far as it can; its panel tells where it is. */
function painted({ mmPerS, everyMs, apartMm, dead, seed }: Drag): TouchCoverInput["strokes"] {
  const random = randomStream(seed);
  const swing = () => 2 * random() - 1;
  const points: TouchCoverInput["strokes"][number]["points"] = [];
  const lines = Math.ceil((WIDTH_MM - 1) / apartMm);
  let tMs = 0;
  let along = 0;
  const phase = random() * HEIGHT_MM;
  const speedNow = (at: number) => mmPerS * (1 + SPEED_SHARE * Math.sin((at + phase) / 17));
  const wayMm = lines * HEIGHT_MM;
  while (along < wayMm) {
    const line = Math.floor(along / HEIGHT_MM);
    const down = along - line * HEIGHT_MM;
    const xMm = Math.min(
      WIDTH_MM - 0.2,
      Math.max(0.2, (line + 0.5) * (WIDTH_MM / lines) + WAVER_MM * Math.sin(down / 9 + line)),
    );
    const yMm = Math.min(HEIGHT_MM - 0.2, Math.max(0.2, line % 2 ? HEIGHT_MM - down : down));
    const isDead =
      dead && Math.abs(xMm - dead.xMm) <= dead.sizeMm / 2 && Math.abs(yMm - dead.yMm) <= dead.sizeMm / 2;
    const told = Math.max(points.at(-1)?.tMs ?? 0, tMs + JITTER_MS * swing());
    if (!isDead) points.push({ xPx: xMm * PX_PER_MM, yPx: yMm * PX_PER_MM, tMs: Math.max(0, told) });
    along += (speedNow(along) * everyMs) / 1_000;
    tMs += everyMs;
  }
  return [{ pointer: 1, points }];
}

const cover = (drag: Drag) => calculateTouchCover({ strokes: painted(drag), grid });

describe("touch-cover on a finger that waves and a clock that jitters", () => {
  const drags = [
    { sizeMm: 12, mmPerS: 250, everyMs: 16 },
    { sizeMm: 8, mmPerS: 120, everyMs: 16 },
  ];
  for (const { sizeMm, ...pace } of drags) {
    it(`finds a dead spot of ${sizeMm} mm at ${pace.mmPerS} mm/s, wherever it lies, in 200 of 200`, () => {
      const random = randomStream(sizeMm);
      const missed = Array.from({ length: 200 }, (_, seed) => {
        const dead = {
          xMm: sizeMm / 2 + random() * (WIDTH_MM - sizeMm),
          yMm: sizeMm / 2 + random() * (HEIGHT_MM - sizeMm),
          sizeMm,
        };
        return cover({ ...pace, apartMm: 4, seed, dead }).verdict === "pass" ? dead : null;
      }).filter(Boolean);
      expect(missed).to.deep.equal([]);
    });
  }

  it("passes a healthy panel, in 200 of 200", () => {
    const failed = Array.from({ length: 200 }, (_, seed) => {
      const told = cover({ mmPerS: seed % 2 ? 250 : 120, everyMs: seed % 3 ? 16 : 8, apartMm: 4, seed });
      return told.verdict === "pass"
        ? null
        : { seed, dead: told.dead.length, dropOuts: told.dropOuts.length };
    }).filter(Boolean);
    expect(failed).to.deep.equal([]);
  });

  it("proves no smaller a spot than it could have hidden: a spot that it hid is never larger", () => {
    const random = randomStream(5);
    for (let seed = 0; seed < 60; seed += 1) {
      const pace = {
        mmPerS: 80 + 200 * random(),
        everyMs: 8 + 12 * random(),
        apartMm: 3 + 4 * random(),
        seed,
      };
      const { provedToMm } = cover(pace);
      // As wide as a disc of that size: what a square of it hides, a disc of it does.
      const sizeMm = provedToMm! * 1.001;
      const dead = {
        xMm: sizeMm / 2 + random() * (WIDTH_MM - sizeMm),
        yMm: sizeMm / 2 + random() * (HEIGHT_MM - sizeMm),
        sizeMm,
      };
      const whole = painted(pace)[0]!.points.length;
      expect(painted({ ...pace, dead })[0]!.points.length, `${seed}: ${sizeMm} mm`).to.be.below(whole);
    }
  });

  it("proves more where it goes slower and in closer lines, and 5 mm at 120 mm/s and 3 mm between", () => {
    const hasty = cover({ mmPerS: 300, everyMs: 16, apartMm: 5, seed: 3 });
    const calm = cover({ mmPerS: 120, everyMs: 16, apartMm: 3, seed: 3 });
    expect(calm.provedToMm!).to.be.below(hasty.provedToMm!);
    expect(calm.provedToMm!).to.be.at.most(5);
    expect(hasty.provedToMm!).to.be.above(5);
  });

  it("counts a lost contact as proved again only where the place was painted again", () => {
    const strokes = painted({ mmPerS: 120, everyMs: 16, apartMm: 4, seed: 1 });
    const [{ points }] = strokes as [(typeof strokes)[number]];
    const at = Math.floor(points.length / 2) + 11;
    const lost = [{ pointer: 1, points: [...points.slice(0, at), ...points.slice(at + 6)] }];
    const first = calculateTouchCover({ strokes: lost, grid });
    expect(first.verdict).to.equal("fail");
    expect(first.dropOuts.map(({ provedAgain }) => provedAgain)).to.deep.equal([false]);
    const later = points.at(-1)!.tMs + 2_000;
    const again = {
      pointer: 2,
      points: points.slice(at - 6, at + 12).map((one) => ({ ...one, tMs: one.tMs + later })),
    };
    const second = calculateTouchCover({ strokes: [...lost, again], grid });
    expect(second.dropOuts.map(({ provedAgain }) => provedAgain)).to.deep.equal([true]);
    expect(second.verdict).to.equal("pass");
  });
});

describe("the largest untouched disc", () => {
  it("is that of the closed form: on an empty panel, beside one report, in a lattice of them", () => {
    expect(largestUntouched([], 60, 40).radiusMm).to.be.closeTo(20, 0.05);
    const corners = [0, 60].flatMap((xMm) => [0, 40].map((yMm) => ({ xMm, yMm })));
    // Round the middle a disc touches both long sides before any corner.
    expect(largestUntouched(corners, 60, 40).radiusMm).to.be.closeTo(20, 0.05);
    const lattice = Array.from({ length: 21 * 14 }, (_, i) => ({
      xMm: (i % 21) * 3,
      yMm: Math.floor(i / 21) * 3,
    }));
    expect(largestUntouched(lattice, 60, 39).radiusMm).to.be.closeTo(3 / Math.SQRT2, 0.05);
  });

  it("is never smaller than a search by brute force finds", () => {
    const random = randomStream(11);
    for (let n = 0; n < 20; n += 1) {
      const reports = Array.from({ length: 40 }, () => ({ xMm: 50 * random(), yMm: 30 * random() }));
      const { radiusMm } = largestUntouched(reports, 50, 30);
      let most = 0;
      for (let x = 0; x <= 50; x += 0.5) {
        for (let y = 0; y <= 30; y += 0.5) {
          const near = Math.min(...reports.map((one) => Math.hypot(one.xMm - x, one.yMm - y)));
          most = Math.max(most, Math.min(near, x, y, 50 - x, 30 - y));
        }
      }
      expect(radiusMm).to.be.at.least(most - 0.06);
      expect(radiusMm).to.be.at.most(most + 0.36);
    }
  });
});
