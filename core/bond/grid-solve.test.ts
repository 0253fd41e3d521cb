import { expect } from "chai";
import fc from "fast-check";
import { randomStream } from "../random.ts";
import { fastSystem } from "./fast-system.ts";
import { plainSystem, type GridSystem } from "./grid-solve.ts";

/** Fills a system in with a grid that has holes, some of its cells linked with hubs, all of it tied to the ground somewhere. */
function laid(
  system: GridSystem,
  { columns, rows, hubs, seed }: Record<"columns" | "rows" | "hubs" | "seed", number>,
) {
  const random = randomStream(seed);
  const number = new Map<number, number>();
  for (let i = 0; i < columns * rows; i += 1) if (random() < 0.8) number.set(i, number.size);
  const cells = number.size;
  const matrix = Array.from({ length: cells + hubs }, () => new Float64Array(cells + hubs));
  const join = (a: number, b: number, between: number) => {
    matrix[a]![a]! += between;
    matrix[b]![b]! += between;
    matrix[a]![b]! -= between;
    matrix[b]![a]! -= between;
  };
  system.cells = cells;
  system.hubs = hubs;
  system.links = 0;
  for (const [i, u] of number) {
    const east = i % columns < columns - 1 ? number.get(i + 1) : undefined;
    const south = number.get(i + columns);
    const [toEast, toSouth] = [1 + 9 * random(), 1 + 9 * random()];
    system.toEast[u] = east === undefined ? 0 : toEast;
    system.toSouth[u] = south === undefined ? 0 : toSouth;
    system.south[u] = south ?? system.none;
    system.north[u] = number.get(i - columns) ?? system.none;
    if (east !== undefined) join(u, east, toEast);
    if (south !== undefined) join(u, south, toSouth);
    matrix[u]![u]! += random() < 0.3 ? 5 * random() + 0.1 : 1e-3;
    if (hubs > 0 && random() < 0.3) {
      const [hub, between] = [cells + Math.floor(random() * hubs), 0.5 + random()];
      join(u, hub, between);
      system.linkHub[system.links] = hub;
      system.linkCell[system.links] = u;
      system.linkBetween[system.links] = between;
      system.links += 1;
    }
  }
  for (let k = cells; k < cells + hubs; k += 1) matrix[k]![k]! += 0.1 + random();
  matrix.forEach((line, u) => {
    system.diagonal[u] = line[u]!;
    system.rhs[u] = random() - 0.3;
    system.x[u] = random();
  });
  return matrix;
}

describe("equations on a grid", () => {
  for (const [name, make] of [
    ["in plain TypeScript", plainSystem],
    ["compiled", fastSystem],
  ] as const) {
    it(`are solved to their tolerance, with holes in the grid and hubs beside it, ${name}`, () => {
      const shape = fc.record({
        columns: fc.integer({ min: 1, max: 12 }),
        rows: fc.integer({ min: 1, max: 12 }),
        hubs: fc.integer({ min: 0, max: 3 }),
        seed: fc.integer({ min: 1, max: 1e6 }),
      });
      fc.assert(
        fc.property(shape, (of) => {
          const system = make(of.columns * of.rows + of.hubs);
          const matrix = laid(system, of);
          const rounds = system.solve(1e-10);
          expect(rounds).to.be.below(600);
          const [missing, asked] = matrix.reduce(
            ([off, all], line, u) => {
              const sum = line.reduce((total, value, k) => total + value * system.x[k]!, 0);
              return [off + (system.rhs[u]! - sum) ** 2, all + system.rhs[u]! ** 2] as const;
            },
            [0, 0] as readonly [number, number],
          );
          expect(Math.sqrt(missing)).to.be.at.most(2e-10 * Math.sqrt(asked) + 1e-12);
        }),
        { numRuns: 60 },
      );
    });
  }

  it("are the same compiled and in plain TypeScript, round by round", () => {
    const of = { columns: 30, rows: 20, hubs: 2, seed: 7 };
    const [plain, fast] = [plainSystem(602), fastSystem(602)];
    for (const system of [plain, fast]) laid(system, of);
    expect(fast.solve(1e-6)).to.equal(plain.solve(1e-6));
    for (let u = 0; u < plain.cells + plain.hubs; u += 1) expect(fast.x[u]).to.be.closeTo(plain.x[u]!, 1e-9);
  });
});
