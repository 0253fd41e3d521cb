import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { skewTolerance } from "./skew-tolerance.ts";
import { goesRound, signedAreaMm2, toRingMm } from "../stack/ring.ts";
import { pieceOf } from "./film-piece.ts";
import fc from "fast-check";
import { areaOfAll, areaOf, intersection, union, type Ring } from "../../test/polygons.ts";
import { describeFaults } from "../faults.ts";
import { axesApartDeg } from "./axis-angle.ts";
import { calculateFilmCut, filmCutInput, type FilmCut, type FilmCutInput } from "./film-cut.ts";

const ringOf = ({ cornersMm }: FilmCut["pieces"][number]): Ring =>
  cornersMm.map(({ xMm, yMm }) => [xMm, yMm]);
/** The best rows at one pitch: the first row's offset swept, every strip filled, the rows along either side. */
function sweptRows(input: FilmCutInput, rotationDeg: number): number {
  const { piece, sheet, gapMm, trimMm } = input;
  const best = (along: number, across: number, deg: number) => {
    const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    const [w, h] = [sheet.widthMm - 2 * trimMm, sheet.heightMm - 2 * trimMm];
    if (w <= 0 || h <= 0) return 0;
    // A line across the rows at v cuts the sheet where 0 <= c u - s v <= w and 0 <= s u + c v <= h.
    const chord = (v: number): [number, number] => {
      let [from, to] = [-Infinity, Infinity];
      for (const [slope, low, high] of [
        [c, s * v, w + s * v],
        [s, -c * v, h - c * v],
      ] as const) {
        if (Math.abs(slope) < 1e-12) {
          if (low > 1e-9 || high < -1e-9) return [0, 0];
          continue;
        }
        from = Math.max(from, Math.min(low / slope, high / slope));
        to = Math.min(to, Math.max(low / slope, high / slope));
      }
      return [from, to];
    };
    const corners = [
      [0, 0],
      [w, 0],
      [w, h],
      [0, h],
    ].map(([x, y]) => -s * x! + c * y!);
    const [bottom, top] = [Math.min(...corners), Math.max(...corners)];
    let most = 0;
    for (let step = 0; step < 60; step += 1) {
      let count = 0;
      for (let v = bottom + ((across + gapMm) * step) / 60; v + across <= top + 1e-9; v += across + gapMm) {
        const [a, b] = [chord(v), chord(v + across)];
        const long = Math.min(a[1], b[1]) - Math.max(a[0], b[0]);
        count += Math.max(0, Math.floor((long + gapMm + 1e-9) / (along + gapMm)));
      }
      most = Math.max(most, count);
    }
    return most;
  };
  return Math.max(
    best(piece.widthMm, piece.heightMm, rotationDeg),
    best(piece.heightMm, piece.widthMm, rotationDeg + 90),
  );
}

const randomCut = fc.record({
  piece: fc.record({
    widthMm: fc.double({ min: 20, max: 160, noNaN: true }),
    heightMm: fc.double({ min: 15, max: 120, noNaN: true }),
  }),
  axisDeg: fc.double({ min: 0, max: 180, noNaN: true }),
  sheet: fc.record({
    widthMm: fc.double({ min: 60, max: 620, noNaN: true }),
    heightMm: fc.double({ min: 60, max: 520, noNaN: true }),
    axisDeg: fc.constantFrom(0, 45, 90, 20),
  }),
  gapMm: fc.double({ min: 0, max: 3, noNaN: true }),
  trimMm: fc.double({ min: 0, max: 8, noNaN: true }),
  adhesive: fc.constantFrom("towards" as const, "away" as const),
});

describe("film-cut", () => {
  it("lays every piece inside and none over another, for random cases (areas by a polygon package)", () => {
    fc.assert(
      fc.property(randomCut, (input) => {
        const { pieces, placed } = calculateFilmCut(input);
        if (placed === 0) return;
        const { sheet, trimMm, piece } = input;
        const rings = pieces.map(ringOf);
        const wanted = placed * piece.widthMm * piece.heightMm;
        const all = union(rings);
        expect(areaOfAll(all)).to.be.closeTo(wanted, 1e-4 * wanted);
        const [right, top] = [sheet.widthMm - trimMm, sheet.heightMm - trimMm];
        const free: Ring = [
          [trimMm, trimMm],
          [right, trimMm],
          [right, top],
          [trimMm, top],
        ];
        expect(areaOfAll(intersection(all, [free]))).to.be.closeTo(wanted, 1e-4 * wanted);
        expect(placed * piece.widthMm * piece.heightMm).to.be.at.most(areaOf(free) * (1 + 1e-9));
      }),
      { numRuns: 150 },
    );
  });

  it("is never worse than the best rows at that angle, each slid freely (swept independently)", () => {
    fc.assert(
      fc.property(randomCut, (input) => {
        const { placed, rotationDeg, areaBound } = calculateFilmCut(input);
        expect(placed).to.be.at.least(sweptRows(input, rotationDeg));
        expect(placed).to.be.at.most(areaBound);
      }),
      { numRuns: 300 },
    );
  });

  it("bounds by area with the same hair that the rows take for nothing", () => {
    const { placed, areaBound } = calculateFilmCut({
      piece: { widthMm: 20, heightMm: 15 },
      axisDeg: 0,
      sheet: { widthMm: 60, heightMm: 60, axisDeg: 0 },
      gapMm: 0,
      trimMm: 1.25e-9,
      adhesive: "towards",
    });
    expect(placed).to.equal(12);
    expect(areaBound).to.equal(12);
  });

  it("takes an angle within 0.0001 degrees of square for square", () => {
    for (const axisDeg of [0, 1.84e-7, -1.84e-7, 5e-5]) {
      const { placed } = calculateFilmCut({
        piece: { widthMm: 20, heightMm: 15 },
        axisDeg,
        sheet: { widthMm: 62.26, heightMm: 94.64, axisDeg: 90 },
        gapMm: 0,
        trimMm: 0,
        adhesive: "towards",
      });
      expect(placed, String(axisDeg)).to.equal(16);
    }
  });

  it("keeps the gap between pieces", () => {
    const { pieces } = calculateFilmCut({
      piece: { widthMm: 50, heightMm: 30 },
      axisDeg: 20,
      sheet: { widthMm: 300, heightMm: 300, axisDeg: 0 },
      gapMm: 2,
      trimMm: 5,
      adhesive: "towards",
    });
    expect(pieces.length).to.be.greaterThan(20);
    // Grown by just under half the gap on every side they still do not overlap.
    const grown = pieces.map(({ cornersMm }) => {
      const cx = cornersMm.reduce((sum, p) => sum + p.xMm, 0) / 4;
      const cy = cornersMm.reduce((sum, p) => sum + p.yMm, 0) / 4;
      const [sx, sy] = [51.98 / 50, 31.98 / 30];
      const turn = (-20 * Math.PI) / 180;
      return cornersMm.map(({ xMm, yMm }): [number, number] => {
        const [dx, dy] = [xMm - cx, yMm - cy];
        const along = (dx * Math.cos(turn) + dy * Math.sin(turn)) * sx;
        const across = (-dx * Math.sin(turn) + dy * Math.cos(turn)) * sy;
        return [
          cx + along * Math.cos(turn) - across * Math.sin(turn),
          cy + along * Math.sin(turn) + across * Math.cos(turn),
        ];
      });
    });
    expect(areaOfAll(union(grown))).to.be.closeTo(pieces.length * 51.98 * 31.98, 0.5);
  });

  it("turns the sheet's axis into the piece's, mirrored where the other face is up", () => {
    const cut = (axisDeg: number, sheetAxis: number, adhesive: "towards" | "away") =>
      calculateFilmCut({
        piece: { widthMm: 80, heightMm: 40 },
        axisDeg,
        sheet: { widthMm: 400, heightMm: 400, axisDeg: sheetAxis },
        gapMm: 1,
        trimMm: 0,
        adhesive,
      });
    for (const [axisDeg, sheetAxis] of [
      [20, 0],
      [45, 90],
      [135, 45],
      [0, 0],
      [90, 0],
    ] as const) {
      for (const adhesive of ["towards", "away"] as const) {
        const { pieces, rotationDeg } = cut(axisDeg, sheetAxis, adhesive);
        const [a, b] = pieces[0]!.cornersMm;
        const along = (Math.atan2(b!.yMm - a!.yMm, b!.xMm - a!.xMm) * 180) / Math.PI;
        // Measured on the piece from its width, the sheet's axis is the one wanted, or its mirror image.
        expect(axesApartDeg(sheetAxis - along, adhesive === "towards" ? axisDeg : -axisDeg)).to.be.below(
          1e-6,
        );
        expect(rotationDeg).to.be.within(-90 + 1e-9, 90);
      }
    }
    expect(cut(20, 0, "towards").rotationDeg).to.be.closeTo(-20, 1e-9);
    expect(cut(20, 0, "away").rotationDeg).to.be.closeTo(20, 1e-9);
  });

  it("needs a box of w|cos φ| + h|sin φ|, and one piece just fits the smallest sheet", () => {
    const input: FilmCutInput = {
      piece: { widthMm: 136, heightMm: 48 },
      axisDeg: 70,
      sheet: { widthMm: 300, heightMm: 300, axisDeg: 0 },
      gapMm: 0,
      trimMm: 3,
      adhesive: "towards",
    };
    const { boundingMm, smallestSheetMm } = calculateFilmCut(input);
    const [c, s] = [Math.cos((70 * Math.PI) / 180), Math.sin((70 * Math.PI) / 180)];
    expect(boundingMm.widthMm).to.be.closeTo(136 * c + 48 * s, 1e-9);
    expect(boundingMm.heightMm).to.be.closeTo(136 * s + 48 * c, 1e-9);
    const placedOn = (scale: number) =>
      calculateFilmCut({
        ...input,
        sheet: {
          widthMm: scale * smallestSheetMm.widthMm,
          heightMm: scale * smallestSheetMm.heightMm,
          axisDeg: 0,
        },
      }).placed;
    expect(placedOn(1 + 1e-7)).to.equal(1);
    expect(placedOn(0.999)).to.equal(0);
  });

  it("fills a sheet wholly where that can be: 4 x 5 pieces, no gap", () => {
    const { placed, yieldPct, areaBound } = calculateFilmCut({
      piece: { widthMm: 100, heightMm: 60 },
      axisDeg: 0,
      sheet: { widthMm: 400, heightMm: 300, axisDeg: 0 },
      gapMm: 0,
      trimMm: 0,
      adhesive: "towards",
    });
    expect([placed, areaBound]).to.deep.equal([20, 20]);
    expect(yieldPct).to.be.closeTo(100, 1e-9);
  });

  it("tells how far off square a piece may lie: at that its corner just shows", () => {
    const deg = skewTolerance(136, 48, 1)!;
    const [a, b] = [136 / 2 - 1, 48 / 2 - 1];
    const turn = (deg * Math.PI) / 180;
    const reach = [
      a * Math.cos(turn) + b * Math.sin(turn) - 68,
      b * Math.cos(turn) + a * Math.sin(turn) - 24,
    ];
    expect(Math.max(...reach)).to.be.closeTo(0, 1e-9);
    expect(skewTolerance(136, 48, 2)!).to.be.greaterThan(deg);
    expect(skewTolerance(136, 48, 24)).to.equal(null);
    // A square covered by its own circle never shows an edge.
    expect(skewTolerance(100, 100, 20)).to.equal(null);
  });

  it("refuses sizes that no sheet has, and pieces too many to lay out", () => {
    const base = {
      piece: { widthMm: 50, heightMm: 30 },
      axisDeg: 0,
      sheet: { widthMm: 300, heightMm: 300, axisDeg: 0 },
      gapMm: 1,
      trimMm: 1,
      adhesive: "towards",
    };
    const faults = (more: object) => {
      const parsed = filmCutInput.safeParse({ ...base, ...more });
      return parsed.success ? "" : describeFaults(parsed.error, { ...base, ...more })[0]!.path;
    };
    expect(faults({})).to.equal("");
    expect(faults({ adhesive: "up" })).to.equal("adhesive");
    expect(faults({ piece: { widthMm: 1, heightMm: 1 } })).to.equal("piece");
    expect(faults({ gapMm: -1 })).to.equal("gapMm");
  });

  it("cuts a piece of any shape inside its box, true in size, and mirrored where the other face is up", () => {
    const { pathMm, widthMm, heightMm } = pieceOf(familyNamed("DG-9"));
    const cut = (adhesive: "towards" | "away") =>
      calculateFilmCut({
        piece: { widthMm, heightMm, pathMm: pathMm! },
        axisDeg: 30,
        sheet: { widthMm: 600, heightMm: 500, axisDeg: 0 },
        gapMm: 1,
        trimMm: 3,
        adhesive,
      });
    const up = (ring: readonly { xMm: number; yMm: number }[]) => signedAreaMm2(ring);
    for (const adhesive of ["towards", "away"] as const) {
      const { pieces, yieldPct } = cut(adhesive);
      expect(pieces.length).to.be.above(3);
      for (const { cornersMm, pathMm: line } of pieces) {
        expect(Math.abs(up(line!))).to.be.closeTo(Math.abs(up(pathMm!)), 1e-6);
        for (const { xMm, yMm } of line!) {
          const isIn = goesRound(cornersMm, xMm, yMm) || toRingMm(xMm, yMm, cornersMm) < 1e-6;
          expect(isIn).to.equal(true);
        }
      }
      expect(yieldPct).to.be.closeTo((pieces.length * Math.abs(up(pathMm!))) / 3_000, 1e-6);
    }
    // On the sheet y goes up: a line that goes clockwise as the viewer sees it does so there, and the other way round mirrored.
    expect(Math.sign(up(cut("towards").pieces[0]!.pathMm!))).to.equal(-Math.sign(up(pathMm!)));
    expect(Math.sign(up(cut("away").pieces[0]!.pathMm!))).to.equal(Math.sign(up(pathMm!)));
  });

  it("cuts a panel's holes out of its film, where they are in the panel, mirrored with it", () => {
    const ring = (cx: number, cy: number, r: number) =>
      Array.from({ length: 24 }, (_, i) => ({
        xMm: cx + r * Math.cos((2 * Math.PI * i) / 24),
        yMm: cy + r * Math.sin((2 * Math.PI * i) / 24),
      }));
    const pathMm = [
      { xMm: 0, yMm: 0 },
      { xMm: 100, yMm: 0 },
      { xMm: 100, yMm: 60 },
      { xMm: 0, yMm: 60 },
    ];
    const outline = { widthMm: 100, heightMm: 60, pathMm, holesMm: [ring(20, 15, 4)] };
    const piece = pieceOf({ outline, borderMm: 4 });
    const bare = (100 - piece.widthMm) / 2;
    expect(bare).to.be.above(0);
    const middle = (of: readonly { xMm: number; yMm: number }[]) => ({
      xMm: of.reduce((sum, { xMm }) => sum + xMm, 0) / of.length,
      yMm: of.reduce((sum, { yMm }) => sum + yMm, 0) / of.length,
    });
    expect(middle(piece.holesMm![0]!).xMm).to.be.closeTo(20 - bare, 1e-6);
    for (const adhesive of ["towards", "away"] as const) {
      const input = {
        piece,
        axisDeg: 0,
        sheet: { widthMm: 150, heightMm: 100, axisDeg: 0 },
        gapMm: 1,
        trimMm: 2,
        adhesive,
      };
      const { pieces, yieldPct } = calculateFilmCut(input);
      const { cornersMm, holesMm } = pieces[0]!;
      const left = Math.min(...cornersMm.map(({ xMm }) => xMm));
      const top = Math.max(...cornersMm.map(({ yMm }) => yMm));
      const hole = middle(holesMm![0]!);
      const fromLeft = hole.xMm - left;
      expect(adhesive === "towards" ? fromLeft : piece.widthMm - fromLeft).to.be.closeTo(20 - bare, 1e-6);
      expect(top - hole.yMm).to.be.closeTo(15 - bare, 1e-6);
      const holeMm2 = Math.abs(signedAreaMm2(piece.holesMm![0]!));
      expect(yieldPct).to.be.closeTo((piece.widthMm * piece.heightMm - holeMm2) / 150, 1e-6);
    }
    const off = { ...piece, holesMm: [ring(200, 15, 4)] };
    const { error } = filmCutInput.safeParse({
      piece: off,
      axisDeg: 0,
      sheet: { widthMm: 150, heightMm: 100, axisDeg: 0 },
      gapMm: 1,
      trimMm: 2,
      adhesive: "away",
    });
    expect(error!.issues[0]!.path.slice(0, 3)).to.deep.equal(["piece", "holesMm", 0]);
  });
});
