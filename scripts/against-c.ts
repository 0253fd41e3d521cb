import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { fastSystem } from "../core/bond/fast-system.ts";
import { labelPlaces } from "../core/prove/picture.ts";
import { fastStandsOut } from "../core/prove/fast-stands-out.ts";
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
function byTurns(what: string, program: string, input: string, own: () => void): AgainstC {
  const [ownMs, cMs]: [number[], number[]] = [[], []];
  own();
  for (let round = 0; round < ROUNDS; round += 1) {
    cMs.push(Number(execFileSync(program, { input }).toString().split(" ")[0]));
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

function defectSearch(program: string): AgainstC {
  const [width, height, columns, rows] = [4_000, 3_000, 120, 90];
  const light = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const speck = x % 200 < 5 && y % 200 < 5 ? 60 : 0;
      light[y * width + x] = 40 + ((x * 7 + y * 13) % 11) * 0.25 + speck;
    }
  }
  const [wide, tall] = [columns + 2, rows + 2];
  const base = new Float32Array(wide * tall);
  const deviation = new Float32Array(wide * tall);
  for (let r = 0; r < tall; r += 1) {
    for (let c = 0; c < wide; c += 1) {
      base[r * wide + c] = 41 + ((c * 3 + r * 5) % 7) * 0.125;
      deviation[r * wide + c] = 2 + ((c + r) % 3) * 0.125;
    }
  }
  const search = () => {
    const { mask } = fastStandsOut({ width, height, light }, { columns, rows, base, deviation }, true, null);
    return labelPlaces(mask, width, height);
  };
  const input = [width, height, columns, rows].join(" ");
  // The same work: what is found is the same.
  const [, places, pixels] = execFileSync(program, { input }).toString().split(" ").map(Number);
  const own = search();
  if (own.count !== places || own.pixels.length !== pixels)
    throw new Error(`In C ${places} places of ${pixels} pixels, here ${own.count} of ${own.pixels.length}.`);
  return byTurns("defect search, the pass over 12 megapixels and its places", program, input, search);
}

/** The product's own speed against the same steps in C at -O3 for this machine; null without gcc. */
export function againstC(): AgainstC[] | null {
  const folder = mkdtempSync(path.join(tmpdir(), "half-lift-c-"));
  try {
    const [sheet, grid, search] = ["heat-sheet", "grid-solve", "stands-out"].map((name) =>
      compile(name, folder),
    );
    return sheet && grid && search ? [heatSheet(sheet), gridSolve(grid), defectSearch(search)] : null;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
