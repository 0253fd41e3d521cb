import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { fastSystem } from "../core/bond/fast-system.ts";
import { fastPanelLight } from "../core/prove/fast-panel-light.ts";
import { fastStandsOut } from "../core/prove/fast-stands-out.ts";
import { lineSums, VALUE_PARTS } from "../core/prove/line-sums.ts";
import { nearPlaces } from "../core/prove/near-places.ts";
import { fastHeatSheet } from "../core/heat/fast-heat-sheet.ts";

/** How long the product took and how long the same steps took in C, ms: medians of runs by turns. */
export interface AgainstC {
  what: string;
  ownMs: number;
  cMs: number;
}

const ROUNDS = 7;
const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/** A C file as gcc makes it for this machine; null where there is no gcc. */
function compile(name: string, folder: string): string | null {
  const program = path.join(folder, name);
  try {
    execFileSync("gcc", ["-O3", "-march=native", "-o", program, `scripts/c/${name}.c`, "-lm"]);
    return program;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "ENOENT") return null;
    throw error;
  }
}

/** Runs both by turns, so that what else the machine does meets both. The C program prints its own milliseconds first. */
function byTurns(
  what: string,
  program: string,
  input: string,
  own: () => void,
  prepare: () => void = () => {},
): AgainstC {
  const [ownMs, cMs]: [number[], number[]] = [[], []];
  prepare();
  own();
  for (let round = 0; round < ROUNDS; round += 1) {
    cMs.push(Number(execFileSync(program, { input }).toString().split(" ")[0]));
    prepare();
    const from = performance.now();
    own();
    ownMs.push(performance.now() - from);
  }
  return { what, ownMs: median(ownMs), cMs: median(cMs) };
}

const layers = {
  capacity: [1_400, 280, 230, 1_200, 380],
  down: [2_000, 1_800, 1_900, 3_000],
  along: [1.6, 0.27, 0.28, 1.4, 7.4],
};

function heatSheet(program: string): AgainstC {
  const { capacity, down, along } = layers;
  const size = { columns: 300, rows: 200, depth: capacity.length };
  const rule = { factor: 8 / 3, capacity, down, along, across: along };
  const steps = 100;
  const input = [
    [size.columns, size.rows, size.depth, steps, rule.factor, 21],
    ...capacity.map((own, l) => [own, down[l] ?? 0, along[l], along[l]]),
    [10, 21],
    [60, 97],
  ]
    .flat()
    .join(" ");
  const sheet = fastHeatSheet(size);
  sheet.t.fill(21);
  sheet.top.fill(10);
  sheet.topHeat.fill(210);
  sheet.back.fill(60);
  sheet.backHeat.fill(60 * 97);
  sheet.prepare(rule);
  sheet.face();
  return byTurns("heat-field, 100 steps of 300 x 200 cells in 5 layers", program, input, () => {
    for (let step = 0; step < steps; step += 1) sheet.step(1 / 3);
  });
}

function gridSolve(program: string): AgainstC {
  const [columns, rows, times, tolerance] = [140, 65, 60, 3e-4];
  const cells = columns * rows;
  const system = fastSystem(cells);
  system.cells = cells;
  for (let i = 0; i < cells; i += 1) {
    const [c, r] = [i % columns, Math.floor(i / columns)];
    system.toEast[i] = c < columns - 1 ? 1 + (i % 7) * 0.1 : 0;
    system.toSouth[i] = r < rows - 1 ? 1 + (i % 5) * 0.1 : 0;
    system.north[i] = r > 0 ? i - columns : system.none;
    system.south[i] = r < rows - 1 ? i + columns : system.none;
    system.rhs[i] = 1 + (i % 3);
    system.diagonal[i] =
      system.toEast[i]! +
      system.toSouth[i]! +
      (c > 0 ? system.toEast[i - 1]! : 2) +
      (r > 0 ? system.toSouth[i - columns]! : 2) +
      (c < columns - 1 ? 0 : 2) +
      (r < rows - 1 ? 0 : 2);
  }
  return byTurns(
    "fill-front, 60 pressures of 9,100 cells",
    program,
    [columns, rows, times, tolerance].join(" "),
    () => {
      for (let k = 0; k < times; k += 1) {
        system.x.fill(0);
        system.solve(tolerance);
      }
    },
  );
}

/** Steps and weights as a grid of four pixels across has them. */
const gridSteps = [
  [8, 0],
  [0, 5],
  [4, 6],
  [12, 0],
  [-4, 7],
  [0, 9],
  [16, 3],
  [-8, 11],
  [20, 1],
  [0, 22],
] as const;
const FARTHEST_STEP = 26;
/** As for 20 px/mm. */
const scale = { by: 2, close: 6, far: 15, smooth: 14, near: 3 };

function defectSearch(program: string): AgainstC {
  const [width, height, columns, rows] = [4_000, 3_000, 120, 90];
  const [wide, tall] = [columns + 2, rows + 2];
  const base = new Float32Array(wide * tall);
  const deviation = new Float32Array(wide * tall);
  for (let r = 0; r < tall; r += 1) {
    for (let c = 0; c < wide; c += 1) {
      base[r * wide + c] = 71 + ((c * 3 + r * 5) % 7) * 0.125;
      deviation[r * wide + c] = 2 + ((c + r) % 3) * 0.125;
    }
  }
  const weight = 1 / (2 * gridSteps.length);
  const offsets = Int32Array.from(gridSteps, ([dx, dy]) => dy * width + dx);
  const weights = new Float32Array(gridSteps.length).fill(weight);
  const whole = { left: 0, right: width, top: 0, bottom: height };
  const inside = {
    left: FARTHEST_STEP,
    right: width - FARTHEST_STEP,
    top: FARTHEST_STEP,
    bottom: height - FARTHEST_STEP,
  };
  const { by, close, far, smooth, near } = scale;
  const panel = fastPanelLight(width, height);
  const stripes = () => {
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const speck = x % 200 < 5 && y % 200 < 5 ? 60 : 0;
        panel.light[y * width + x] = 40 + ((x * 7 + y * 13) % 11) * 0.25 + (x % 4) * 20 + speck;
      }
  };
  const search = () => {
    panel.leave(whole);
    panel.predict(inside, offsets, weights, true);
    // In bands, as large as a part may be.
    let apart = 0;
    for (let top = 0; top < height; top += 16)
      apart += panel.beyond({ ...whole, top, bottom: Math.min(height, top + 16) }, 20).at.length;
    panel.takeOut(smooth);
    const found = fastStandsOut(
      { width, height, light: panel.shown },
      { columns, rows, base, deviation },
      null,
    );
    const { count } = nearPlaces(found.at, width, near);
    const lines = panel.standing({ by, sign: -1, close, far, most: 2.5, parts: VALUE_PARTS });
    const { z } = lineSums(lines.values, lines.width, lines.height);
    return { apart, count, pixels: found.at.length, z };
  };
  const input = [
    [width, height, columns, rows, by, close, far, smooth, near, gridSteps.length],
    ...gridSteps.map(([dx, dy]) => [dx, dy, weight]),
  ]
    .flat()
    .join(" ");
  // The same work: what is found is the same, but for what lies on a limit.
  const inC = execFileSync(program, { input }).toString().split(" ").map(Number).slice(1, 5);
  stripes();
  const own = search();
  const mean = Math.floor(own.z.reduce((sum, value) => sum + value, 0) / own.z.length);
  [own.apart, own.count, own.pixels, mean].forEach((value, k) => {
    if (Math.abs(value - inC[k]!) > 1 + 0.001 * value)
      throw new Error(`In C ${inC.join(", ")}, here ${own.apart}, ${own.count}, ${own.pixels}, ${mean}.`);
  });
  return byTurns("defect search, the passes over 12 megapixels", program, input, search, stripes);
}

/** The product's own speed against the same steps in C at -O3 for this machine; null without gcc. */
export function againstC(): AgainstC[] | null {
  const folder = mkdtempSync(path.join(tmpdir(), "half-lift-c-"));
  try {
    const [sheet, grid, search] = ["heat-sheet", "grid-solve", "defect-search"].map((name) =>
      compile(name, folder),
    );
    return sheet && grid && search ? [heatSheet(sheet), gridSolve(grid), defectSearch(search)] : null;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
