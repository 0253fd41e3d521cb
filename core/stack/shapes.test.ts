import ClipperLib from "clipper-lib";
import { expect } from "chai";
import fc from "fast-check";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { describeFaults } from "../faults.ts";
import { flatArc, flatCircle, piecesOfArc, roundedPath } from "./flatten.ts";
import { insetPathMm } from "./inset.ts";
import { outline } from "./outline.ts";
import {
  cellsOnPanel,
  edgeLengthMm,
  edgeOffset,
  isOnPanel,
  nearestOnPanel,
  panelAreaMm2,
  pointOnEdge,
  rimOfPanel,
  sideOf,
  spansOf,
  type Outline,
} from "./panel-geometry.ts";
import type { PanelPoint } from "./panel-point.ts";
import { Rim } from "./rim.ts";
import { randomStream } from "../random.ts";
import { firstMeeting, signedAreaMm2 } from "./ring.ts";

const points = (...places: [number, number][]): PanelPoint[] => places.map(([xMm, yMm]) => ({ xMm, yMm }));
const shape = (pathMm: PanelPoint[], holesMm?: PanelPoint[][]): Outline =>
  outline.parse({ pathMm, ...(holesMm ? { holesMm } : {}) });
const watch = shape(flatCircle({ xMm: 21, yMm: 21 }, 21));
const shaped = families.filter((family) => family.outline.pathMm);
const notched = shape(points([0, 0], [30, 0], [30, 8], [50, 8], [50, 0], [80, 0], [80, 120], [0, 120]));

/** A star of any number of corners, none of which crosses another: its box begins at 0. */
const anyStar = fc
  .array(
    fc.tuple(fc.double({ min: 0.45, max: 1, noNaN: true }), fc.double({ min: 0.7, max: 1, noNaN: true })),
    {
      minLength: 5,
      maxLength: 14,
    },
  )
  .map((corners) => {
    const all = corners.reduce((sum, [, share]) => sum + share, 0);
    let turned = 0;
    const star = corners.map(([far, share]) => {
      turned += (share / all) * 2 * Math.PI;
      return { xMm: 50 * far * Math.cos(turned), yMm: 50 * far * Math.sin(turned) };
    });
    const [left, top] = [Math.min(...star.map((p) => p.xMm)), Math.min(...star.map((p) => p.yMm))];
    return shape(star.map(({ xMm, yMm }) => ({ xMm: xMm - left, yMm: yMm - top })));
  });

const SCALE = 1e5;
const clipperPath = (ring: readonly PanelPoint[]) =>
  ring.map(({ xMm, yMm }) => ({ X: Math.round(xMm * SCALE), Y: Math.round(yMm * SCALE) }));
const clipperAreaMm2 = (paths: readonly { X: number; Y: number }[][]) =>
  paths.reduce((sum, path) => sum + ClipperLib.Clipper.Area(path), 0) / SCALE ** 2;

describe("an outline of any shape", () => {
  it("is drawn by straight pieces that are nowhere farther than 0.05 mm from its curves", () => {
    for (const radius of [1, 8, 21, 300]) {
      const arc = flatArc({ xMm: 400, yMm: 400 }, radius, 0.3, 1.9);
      arc.slice(1).forEach((to, i) => {
        const [x, y] = [(arc[i]!.xMm + to.xMm) / 2 - 400, (arc[i]!.yMm + to.yMm) / 2 - 400];
        expect(radius - Math.hypot(x, y)).to.be.within(-0.001, 0.0515);
      });
      expect(piecesOfArc(radius, 1.9)).to.equal(arc.length - 1);
    }
    const rounded = roundedPath([
      [0, 0, 5],
      [40, 0, 5],
      [40, 20, 5],
      [0, 20, 5],
    ]);
    expect(Math.abs(signedAreaMm2(rounded))).to.be.closeTo(
      panelAreaMm2({ widthMm: 40, heightMm: 20, cornerRadiusMm: 5 }),
      1,
    );
  });

  it("has its places in mm clockwise from the top centre, whichever way and wherever its points begin", () => {
    const at = (panel: Outline, mm: number) => {
      const { xMm, yMm } = pointOnEdge(panel, "rim", mm);
      return [Number(xMm.toFixed(2)), Number(yMm.toFixed(2))];
    };
    const length = edgeLengthMm(watch, "rim");
    expect(length).to.be.closeTo(2 * Math.PI * 21, 0.2);
    expect([0, 0.25, 0.5, 0.75].map((share) => at(watch, share * length))).to.deep.equal([
      [21, 0],
      [42, 21],
      [21, 42],
      [0, 21],
    ]);
    // In the middle of the notch the line down the middle meets the rim first.
    expect(at(notched, 0)).to.deep.equal([40, 8]);
    expect(at(notched, 18)).to.deep.equal([50, 0]);
    const { pathMm } = notched;
    const other = shape([...pathMm!.slice(3), ...pathMm!.slice(0, 3)].reverse());
    for (const mm of [0, 5, 77, 300]) expect(at(other, mm)).to.deep.equal(at(notched, mm));
  });

  it("finds a place of its rim again from a point beside it, and how far in that lies", () => {
    for (const { outline: panel } of shaped) {
      const rim = rimOfPanel(panel)!;
      for (const ray of rim.rays.filter((_, i) => i % 7 === 0)) {
        const inMm = Math.min(3, ray.depthMm / 2);
        if (inMm < 0.5) continue;
        const place = { xMm: ray.xMm + inMm * ray.inX, yMm: ray.yMm + inMm * ray.inY };
        const back = edgeOffset(panel, "rim", place);
        expect(back.inMm).to.be.closeTo(inMm, 0.1);
        const apart = Math.abs(back.atMm - ray.atMm);
        expect(Math.min(apart, rim.lengthMm - apart)).to.be.below(0.6);
      }
    }
  });

  it("is divided by its ways in: bands of any depth lie side by side and cover all of it, none of it twice", () => {
    fc.assert(
      fc.property(
        anyStar,
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 4 }),
        (panel, along, deep) => {
          const rim = rimOfPanel(panel)!;
          let areaMm2 = 0;
          for (let i = 0; i < along; i += 1) {
            for (let k = 0; k < deep; k += 1) {
              const [from, to] = [(rim.lengthMm * i) / along, (rim.lengthMm * (i + 1)) / along];
              const [outer, inner] = [(rim.deepestMm * k) / deep, (rim.deepestMm * (k + 1)) / deep];
              areaMm2 += signedAreaMm2(rim.band(from, to, outer, inner));
            }
          }
          expect(areaMm2 / panelAreaMm2(panel)).to.be.within(0.97, 1.03);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("has a band past the top centre that is the two before and after it", () => {
    for (const { outline: panel } of shaped) {
      const rim = rimOfPanel(panel)!;
      const { lengthMm } = rim;
      const whole = signedAreaMm2(rim.band(0.9 * lengthMm, 0.1 * lengthMm, 0, 4));
      const parts =
        signedAreaMm2(rim.band(0.9 * lengthMm, lengthMm, 0, 4)) +
        signedAreaMm2(rim.band(0, 0.1 * lengthMm, 0, 4));
      expect(whole).to.be.closeTo(parts, 0.01 * parts);
    }
  });

  it("is nowhere nearer to its inset than that lies in, where a round corner begins either", () => {
    // No more than the smallest round that stands out: 1.5 mm beside the notch.
    for (const [code, byMm] of [
      ["TW-42", 2.5],
      ["NH-6", 1.2],
    ] as const) {
      const rim = rimOfPanel(familyNamed(code).outline)!;
      for (const place of rim.inset(byMm)) expect(rim.nearest(place).inMm).to.be.closeTo(byMm, 0.06);
    }
  });

  it("lies as deep as the largest round that it holds", () => {
    expect(rimOfPanel(watch)!.deepestMm).to.be.closeTo(21, 0.15);
    const square = new Rim(points([0, 0], [40, 0], [40, 40], [0, 40]));
    expect(square.deepestMm).to.be.closeTo(20, 0.15);
    // An equilateral triangle of 60: a third of its height.
    const triangle = new Rim(points([0, 52], [30, 0], [60, 52]));
    expect(triangle.deepestMm).to.be.closeTo(52 / 3, 0.15);
  });

  it("says of each place whether it lies on it: one by one as in a grid, without its holes", () => {
    const holed = shape(points([0, 0], [60, 0], [60, 40], [0, 40]), [flatCircle({ xMm: 20, yMm: 20 }, 6)]);
    expect(panelAreaMm2(holed)).to.be.closeTo(2_400 - Math.PI * 36, 1);
    expect([isOnPanel(holed, 20, 20), isOnPanel(holed, 20, 30), isOnPanel(holed, 0, 17)]).to.deep.equal([
      false,
      true,
      true,
    ]);
    for (const panel of [holed, notched, watch]) {
      const [columns, rows] = [83, 61];
      const cells = cellsOnPanel(panel, columns, rows);
      let [right, sum] = [0, 0];
      for (let r = 0; r < rows; r += 1) {
        for (let c = 0; c < columns; c += 1) {
          const isOn = isOnPanel(
            panel,
            ((c + 0.5) * panel.widthMm) / columns,
            ((r + 0.5) * panel.heightMm) / rows,
          );
          if (Number(isOn) === cells[r * columns + c]) right += 1;
          sum += cells[r * columns + c]!;
        }
      }
      expect(right).to.equal(columns * rows);
      const share = sum / (columns * rows);
      expect(share * panel.widthMm * panel.heightMm).to.be.closeTo(
        panelAreaMm2(panel),
        0.01 * panelAreaMm2(panel),
      );
    }
  });

  it("moves what lies off it to the nearest place on it", () => {
    fc.assert(
      fc.property(
        anyStar,
        fc.double({ min: -20, max: 130, noNaN: true }),
        fc.double({ min: -20, max: 130, noNaN: true }),
        (panel, xMm, yMm) => {
          const on = nearestOnPanel(panel, { xMm, yMm });
          expect(isOnPanel(panel, on.xMm, on.yMm)).to.equal(true);
        },
      ),
      { numRuns: 150 },
    );
  });

  it("is moved in by as much as a polygon package moves it", () => {
    for (const { outline: panel } of shaped) {
      for (const by of [0.5, 1.25, 2]) {
        const ours = insetPathMm(panel.pathMm!, by);
        const offset = new ClipperLib.ClipperOffset(4, 2);
        offset.AddPath(
          clipperPath(panel.pathMm!),
          ClipperLib.JoinType.jtMiter,
          ClipperLib.EndType.etClosedPolygon,
        );
        const theirs: { X: number; Y: number }[][] = [];
        offset.Execute(theirs, -by * SCALE);
        expect(Math.abs(signedAreaMm2(ours))).to.be.closeTo(
          Math.abs(clipperAreaMm2(theirs)),
          0.001 * panelAreaMm2(panel),
        );
      }
    }
  });

  it("has stretches that go past the top centre, each on its side of the panel", () => {
    const stretch = (fromMm: number, toMm: number) => ({ edge: "rim" as const, fromMm, toMm });
    expect(spansOf(watch, stretch(120, 6))).to.deep.equal([
      [120, edgeLengthMm(watch, "rim")],
      [0, 6],
    ]);
    expect(
      [stretch(120, 6), stretch(25, 40), stretch(60, 70), stretch(90, 110)].map((s) => sideOf(watch, s)),
    ).to.deep.equal(["top", "right", "bottom", "left"]);
  });

  it("is refused by the place and the reason where it is none", () => {
    const faults = (input: object) => {
      const parsed = outline.safeParse(input);
      return parsed.success
        ? []
        : describeFaults(parsed.error, input).map(({ path, message }) => `${path}: ${message}`);
    };
    expect(faults({ heightMm: 40 })[0]).to.match(/^widthMm: /);
    expect(faults({ widthMm: 40, heightMm: 30, cornerRadiusMm: 16 })[0]).to.match(
      /^cornerRadiusMm: 16 must be at most/,
    );
    expect(faults({ pathMm: points([5, 0], [40, 0], [40, 30]) })[0]).to.match(/^pathMm: must touch 0/);
    expect(faults({ pathMm: points([0, 0], [40, 30], [40, 0], [0, 20]) })[0]).to.match(
      /^pathMm\[\d\]: the line crosses/,
    );
    const square = points([0, 0], [40, 0], [40, 30], [0, 30]);
    expect(faults({ pathMm: square, widthMm: 41 })).to.deep.equal([
      "widthMm: 41 is not what the path measures, 40",
    ]);
    expect(faults({ pathMm: square, cornerRadiusMm: 2 })[0]).to.match(/^cornerRadiusMm: /);
    expect(faults({ pathMm: square, holesMm: [flatCircle({ xMm: 60, yMm: 10 }, 3)] })[0]).to.match(
      /^holesMm\[0\]: must lie inside/,
    );
    expect(faults({ pathMm: square, holesMm: [flatCircle({ xMm: 38, yMm: 10 }, 3)] })[0]).to.match(
      /the line crosses/,
    );
    // As it is kept it is taken again.
    expect(outline.parse(outline.parse({ pathMm: square }))).to.deep.equal(outline.parse({ pathMm: square }));
  });

  it("meets itself where a try of every pair of its stretches says so", () => {
    const crosses = (a: PanelPoint, b: PanelPoint, c: PanelPoint, d: PanelPoint) => {
      const side = (p: PanelPoint, q: PanelPoint, r: PanelPoint) =>
        Math.sign((q.xMm - p.xMm) * (r.yMm - p.yMm) - (q.yMm - p.yMm) * (r.xMm - p.xMm));
      return side(a, b, c) !== side(a, b, d) && side(c, d, a) !== side(c, d, b);
    };
    let met = 0;
    for (let seed = 1; seed <= 400; seed += 1) {
      const random = randomStream(seed);
      const ring = Array.from({ length: 4 + (seed % 6) }, () => ({
        xMm: 100 * random(),
        yMm: 100 * random(),
      }));
      let known = false;
      for (let i = 0; i < ring.length; i += 1) {
        for (let j = i + 2; j < ring.length; j += 1) {
          if (i === 0 && j === ring.length - 1) continue;
          known ||= crosses(ring[i]!, ring[i + 1]!, ring[j]!, ring[(j + 1) % ring.length]!);
        }
      }
      expect(firstMeeting([ring]) !== null, String(seed)).to.equal(known);
      met += Number(known);
    }
    expect(met).to.be.within(100, 390);
  });
});
