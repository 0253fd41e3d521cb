import { expect } from "chai";
import fc from "fast-check";
import { familyNamed } from "../../test/bench-hand.ts";
import { describeFaults } from "../faults.ts";
import { CompiledHeatSheet, fastHeatSheet } from "./fast-heat-sheet.ts";
import { heatFieldInput, heatFieldOf, type HeatFieldInput } from "./heat-field.ts";
import { PlainHeatSheet, type HeatSheet, type SheetSize } from "./heat-sheet.ts";
import { calculateHeatSoak } from "./heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "./lift-heat.ts";

const ticket = familyNamed("TK-5");
const seam = seamOf(ticket, "layer")!;
const { layers } = liftHeatInput(ticket, seam, { ...usualSettings(seam), soakS: 60 });
const panel = { widthMm: 70, heightMm: 126 };
const base: HeatFieldInput = {
  panel,
  layers,
  startC: 21,
  airC: 21,
  filmWm2K: 10,
  sources: [{ kind: "plate", xMm: 0, yMm: 0, ...panel, plateC: 97, contactWm2K: 70 }],
  durationS: 90,
  target: { layer: "optical adhesive", minC: 72 },
  gridMm: 6,
};
const rim = (inMm: number) => [
  { xMm: inMm, yMm: inMm },
  { xMm: panel.widthMm - inMm, yMm: inMm },
  { xMm: panel.widthMm - inMm, yMm: panel.heightMm - inMm },
  { xMm: inMm, yMm: panel.heightMm - inMm },
];

const sheets: [name: string, makeSheet: (size: SheetSize) => HeatSheet][] = [
  ["in plain TypeScript", (size) => new PlainHeatSheet(size)],
  ["compiled", fastHeatSheet],
];

for (const [name, makeSheet] of sheets) {
  const calculateHeatField = (input: HeatFieldInput) =>
    heatFieldOf(heatFieldInput.parse(input), undefined, makeSheet);

  describe(`heat-field, ${name}`, () => {
    it("equals heat-soak where heating is uniform", () => {
      const { interfaces } = calculateHeatSoak({
        layers,
        startC: 21,
        phases: [
          {
            name: "soak",
            durationS: 90,
            top: { kind: "air", airC: 21, filmWm2K: 10 },
            bottom: { kind: "plate", plateC: 97, contactWm2K: 70 },
          },
        ],
      });
      const middle = (interfaces[1]!.temperatureC.at(-1)! + interfaces[2]!.temperatureC.at(-1)!) / 2;
      const { mapC, inBandPct, coldest, hottest } = calculateHeatField(base);
      for (const c of mapC) expect(c).to.be.closeTo(middle, 0.3);
      expect(hottest.temperatureC - coldest.temperatureC).to.be.below(1e-9);
      expect(inBandPct).to.equal(100);
    });

    it("keeps its energy to rounding, whatever heats it", () => {
      const source = fc.oneof(
        fc.record({
          kind: fc.constant("plate" as const),
          xMm: fc.integer({ min: -20, max: 60 }),
          yMm: fc.integer({ min: -20, max: 100 }),
          widthMm: fc.integer({ min: 10, max: 80 }),
          heightMm: fc.integer({ min: 10, max: 80 }),
          plateC: fc.integer({ min: -30, max: 120 }),
          contactWm2K: fc.integer({ min: 5, max: 500 }),
        }),
        fc.record({
          kind: fc.constant("spot" as const),
          pathMm: fc.constant(rim(8)),
          speedMmS: fc.integer({ min: 0, max: 60 }),
          radiusMm: fc.integer({ min: 5, max: 40 }),
          airC: fc.integer({ min: 80, max: 300 }),
          filmWm2K: fc.integer({ min: 20, max: 200 }),
        }),
        fc.record({
          kind: fc.constant("edge" as const),
          edge: fc.constantFrom("top" as const, "left" as const),
          widthMm: fc.integer({ min: 3, max: 20 }),
          plateC: fc.integer({ min: 60, max: 120 }),
          contactWm2K: fc.integer({ min: 20, max: 300 }),
        }),
      );
      fc.assert(
        fc.property(fc.array(source, { minLength: 1, maxLength: 3 }), (sources) => {
          const { energy } = calculateHeatField({ ...base, sources, durationS: 20, gridMm: 10 });
          expect(energy.inJ).to.be.closeTo(energy.storedJ, 1e-9 * Math.max(1, Math.abs(energy.storedJ)));
        }),
        { numRuns: 25 },
      );
    });

    it("is coldest where a plate that is too small does not reach", () => {
      const { coldest, hottest, inBandPct } = calculateHeatField({
        ...base,
        sources: [{ kind: "plate", xMm: 0, yMm: 0, widthMm: 70, heightMm: 80, plateC: 97, contactWm2K: 70 }],
      });
      expect(hottest.yMm).to.be.below(60);
      expect(coldest.yMm).to.be.greaterThan(110);
      expect(hottest.temperatureC - coldest.temperatureC).to.be.greaterThan(25);
      expect(inBandPct).to.be.within(45, 70);
    });

    it("warms the rim under a spot that goes round it, and hardly the middle; a faster spot is more even", () => {
      const round = (speedMmS: number) =>
        calculateHeatField({
          ...base,
          sources: [{ kind: "spot", pathMm: rim(6), speedMmS, radiusMm: 15, airC: 160, filmWm2K: 100 }],
          durationS: 120,
          glueWidthMm: 6,
          gridMm: 5,
        });
      const [slow, fast] = [round(4), round(40)];
      const middleC = fast.mapC[Math.floor(fast.rows / 2) * fast.columns + Math.floor(fast.columns / 2)]!;
      expect(fast.coldest.temperatureC).to.be.greaterThan(middleC + 10);
      const spread = ({ hottest, coldest }: typeof fast) => hottest.temperatureC - coldest.temperatureC;
      expect(spread(fast)).to.be.below(spread(slow));
    });

    it("counts a source's edge inside a cell by its share: within 0.5 C of a four times finer grid at 2 mm", () => {
      const small = { ...base, panel: { widthMm: 40, heightMm: 30 }, durationS: 60 };
      const finer = 4;
      for (const offMm of [0, 0.3, 0.7, 1, 1.4, 1.9]) {
        for (const source of [
          {
            kind: "plate" as const,
            xMm: 6 + offMm,
            yMm: 4 + offMm,
            widthMm: 20.5,
            heightMm: 15.1,
            plateC: 97,
            contactWm2K: 300,
          },
          { kind: "edge" as const, edge: "left" as const, widthMm: 9 + offMm, plateC: 110, contactWm2K: 300 },
        ]) {
          const coarse = calculateHeatField({ ...small, sources: [source], gridMm: 2 });
          const fine = calculateHeatField({ ...small, sources: [source], gridMm: 2 / finer });
          coarse.mapC.forEach((c, i) => {
            const [column, row] = [i % coarse.columns, Math.floor(i / coarse.columns)];
            let sum = 0;
            for (let r = 0; r < finer; r += 1)
              for (let k = 0; k < finer; k += 1)
                sum += fine.mapC[(row * finer + r) * fine.columns + column * finer + k]!;
            expect(c, `${source.kind} ${offMm} at ${column}, ${row}`).to.be.closeTo(sum / finer ** 2, 0.5);
          });
        }
      }
    });

    it("is the same mirrored where what heats it is", () => {
      const half = (xMm: number) =>
        calculateHeatField({
          ...base,
          sources: [{ kind: "plate", xMm, yMm: 0, widthMm: 35, heightMm: 126, plateC: 90, contactWm2K: 70 }],
        });
      const [left, right] = [half(0), half(35)];
      for (let r = 0; r < left.rows; r += 1) {
        for (let c = 0; c < left.columns; c += 1) {
          expect(left.mapC[r * left.columns + c]).to.be.closeTo(
            right.mapC[r * left.columns + left.columns - 1 - c]!,
            1e-9,
          );
        }
      }
    });

    it("spreads sideways as a fin does: heated at one edge, it falls by cosh (Incropera & DeWitt, table 3.4, case B)", () => {
      // One layer of metal, a strip that holds its end, air on both faces; long enough to stand still.
      const metal = [
        {
          name: "sheet",
          thicknessUm: 1_000,
          conductivityWmK: 100,
          densityKgM3: 2_700,
          specificHeatJkgK: 200,
        },
      ];
      const [widthMm, gridMm] = [200, 4];
      const { mapC, columns } = calculateHeatField({
        panel: { widthMm, heightMm: gridMm },
        layers: metal,
        startC: 20,
        airC: 20,
        filmWm2K: 25,
        sources: [{ kind: "edge", edge: "left", widthMm: gridMm, plateC: 100, contactWm2K: 1e6 }],
        durationS: 200,
        target: { layer: "sheet", minC: 20 },
        gridMm,
      });
      const m = Math.sqrt((2 * 25) / (100 * 1e-3));
      const shape = (cell: number) => Math.cosh((m * (widthMm - (cell + 0.5) * gridMm)) / 1_000);
      const first = (mapC[1]! - 20) / shape(1);
      for (const c of [2, 5, 15, 30, columns - 1]) {
        expect(mapC[c]! - 20).to.be.closeTo(first * shape(c), 0.2);
      }
    });

    it("refuses what would take too long, with what would not", () => {
      const faults = (more: object) => {
        const input = { ...base, ...more };
        const parsed = heatFieldInput.safeParse(input);
        return parsed.success ? [] : describeFaults(parsed.error, input).map((f) => `${f.path} ${f.message}`);
      };
      expect(faults({ gridMm: 0.5 }).join()).to.match(/gridMm 0.5 gives \d+ cells/);
      expect(faults({ gridMm: 1, durationS: 86_400 })[0]).to.match(/durationS .* must be at most \d+ s/);
      // Copper wants steps of a few milliseconds at half a millimetre: they are counted as they are taken.
      const copper = {
        name: "copper",
        thicknessUm: 1_000,
        conductivityWmK: 400,
        densityKgM3: 8_900,
        specificHeatJkgK: 385,
      };
      const onCopper = { layers: [copper], target: { layer: "copper", minC: 70 }, gridMm: 0.5 };
      expect(faults({ ...onCopper, durationS: 600 })[0]).to.match(
        /durationS 600 s in 3\d{4} steps on 35280 cells/,
      );
      const spots = Array.from({ length: 20 }, () => ({
        kind: "spot" as const,
        pathMm: rim(5),
        speedMmS: 1_000,
        radiusMm: 100,
        airC: 200,
        filmWm2K: 80,
      }));
      expect(faults({ sources: spots, gridMm: 1, durationS: 600 })[0]).to.include("the spots slower");
      expect(faults({ sources: spots, gridMm: 6, durationS: 60 })).to.deep.equal([]);
      expect(faults({ target: { layer: "nothing", minC: 70 } })[0]).to.include("target.layer");
    });
  });
}

describe("the sheet that heat spreads in", () => {
  it("comes compiled where the engine runs that", () => {
    expect(fastHeatSheet({ columns: 3, rows: 2, depth: 1 })).to.be.instanceOf(CompiledHeatSheet);
  });

  it("is the same compiled and in plain TypeScript, whatever its size, its layers and what lies on its faces", () => {
    const layer = fc.record({
      capacity: fc.double({ min: 50, max: 5_000, noNaN: true }),
      down: fc.double({ min: 1, max: 5_000, noNaN: true }),
      along: fc.double({ min: 0, max: 30, noNaN: true }),
      across: fc.double({ min: 0, max: 30, noNaN: true }),
    });
    const shape = fc.record({
      columns: fc.integer({ min: 1, max: 13 }),
      rows: fc.integer({ min: 1, max: 11 }),
      layers: fc.array(layer, { minLength: 1, maxLength: 6 }),
      factor: fc.double({ min: 0.01, max: 10, noNaN: true }),
      seed: fc.integer({ min: 1, max: 1e6 }),
    });
    fc.assert(
      fc.property(shape, ({ columns, rows, layers, factor, seed }) => {
        const depth = layers.length;
        const [plain, fast] = sheets.map(([, make]) => make({ columns, rows, depth }));
        const values = (which: number, i: number) => 20 + 70 * Math.abs(Math.sin(seed * which + i));
        const flows: [number, number][] = [];
        for (const sheet of [plain!, fast!]) {
          sheet.t.fill(-30);
          for (let r = 0; r < rows; r += 1) {
            for (let c = 0; c < columns; c += 1) {
              const [i, place] = [r * columns + c, r * sheet.stride + c];
              for (let l = 0; l < depth; l += 1)
                sheet.t[l * rows * sheet.stride + place] = -values(1, i + 7 * l);
              [sheet.top[place], sheet.back[place]] = [values(2, i), values(3, i)];
              [sheet.topHeat[place], sheet.backHeat[place]] = [-30 * values(2, i), -40 * values(3, i)];
            }
          }
          const pick = (key: keyof (typeof layers)[number]) => layers.map((one) => one[key]);
          sheet.prepare({
            factor,
            capacity: pick("capacity"),
            down: pick("down").slice(1),
            along: pick("along"),
            across: pick("across"),
          });
          sheet.face();
          flows.push([sheet.step(0), sheet.step(1 / 3)]);
        }
        const tolerance = 1e-9;
        for (const k of [0, 1] as const)
          expect(flows[1]![k]).to.be.closeTo(flows[0]![k], tolerance * (1 + Math.abs(flows[0]![k])));
        expect(fast!.peakC).to.be.closeTo(plain!.peakC, tolerance);
        for (let l = 0; l < depth; l += 1) {
          for (let r = 0; r < rows; r += 1) {
            for (let c = 0; c < columns; c += 1) {
              const own = plain!.t[(l * rows + r) * columns + c]!;
              expect(fast!.t[(l * rows + r) * fast!.stride + c]).to.be.closeTo(own, tolerance);
            }
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});
