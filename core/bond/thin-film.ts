import { emptySystem, solveOnGrid } from "./grid-solve.ts";

/** A panel's cells in rows, with one ring of cells around that lie outside. */
export interface FilmGrid {
  /** Cells in a row, the ring's two included. */
  columns: number;
  rows: number;
  dxM: number;
  dyM: number;
  /** 1 where a cell's centre lies within the outline. */
  inside: Uint8Array;
}

/** How the glass comes down. */
export interface Closing {
  /** Writes the gap over every cell, m, at a progress from 0 to 1. */
  gapsM: (progress: number, into: Float64Array) => void;
  /** Most progress in one step. */
  mostStep: number;
}

export interface FilmStep {
  /** Progress after the step. */
  progress: number;
  /** Pressure over viscosity, summed over the panel and over the step, m²: a steady force takes viscosity over force times this, s. */
  impulseM2: number;
}

/** A closed place that holds air. */
export interface Pocket {
  /** Its middle, in cells from the ring's first, and how much of it is dry, m². */
  column: number;
  row: number;
  areaM2: number;
  cells: number[];
}

export interface FilmEnd {
  pockets: Pocket[];
  /** What has left over each side, m³. */
  outM3: { top: number; right: number; bottom: number; left: number };
}

/** A cell counts as full from here on; what it lacks or has too much the next step makes good. */
const FULL_SHARE = 0.999;
/** Smaller dry places, in cells, are left to fill: no grid tells them from the roughness of a front. */
const LEAST_POCKET_CELLS = 1.5;
/** A front moves about so much of a cell in a step. */
const FRONT_STEP = 1;
/** So much of its gap a cell may give away in a step beyond what the glass displaces. */
const MOST_EXCESS = 0.5;
const TOLERANCE = 3e-4;
/** Steps without closing that spread liquid laid on liquid. */
const MOST_SETTLING = 400;

/** How often a step visits every cell besides solving for the pressure: about as long as so many of the solver's rounds. */
const VISITS_PER_STEP = 3;

const OUTSIDE = -4;
const OPEN = -3;
const CLOSED = -2;
const FULL = -1;

/**
 * Follows a liquid between two plates that close: ∇·(h³/12η ∇p) = ∂h/∂t where the gap is full, p = 0 at open fronts and at the panel's
 * edges. A closed pocket of air stands still from then on: no liquid enters where air cannot leave (what is pressed out of it as the gap
 * falls is taken to escape through the liquid, and to bear nothing).
 * Finite volumes; a part-filled cell holds the front where its filling tells. What a step misses of a volume the next makes good, so
 * that none is lost. Capillarity and inertia are left out. `depthM` is the liquid in each cell as a depth and is changed in place.
 * `onWork` hears, step by step, how many cells were visited, and may end it by throwing.
 *
 * Source: the thin-film equation of Hele-Shaw flow (Reynolds 1886).
 */
export function closeGap(
  grid: FilmGrid,
  closing: Closing,
  depthM: Float64Array,
  onStep: (step: FilmStep) => void,
  onWork: (cells: number) => void = () => undefined,
): FilmEnd {
  const { columns, rows, dxM, dyM, inside } = grid;
  const size = columns * rows;
  const cellM2 = dxM * dyM;
  const kind = new Int32Array(size);
  /** The unknown that a full cell is. */
  const unknown = new Int32Array(size);
  const gap = new Float64Array(size);
  const nextGap = new Float64Array(size);
  const share = new Float64Array(size);
  const mobility = new Float64Array(size);
  const inflow = new Float64Array(size);
  const full = new Int32Array(size);
  const queue = new Int32Array(size);
  const system = emptySystem(size);
  const phi = new Float64Array(system.none + 1);
  /** Pressures of the step before, by cell, and what they answered to: volume over mobility. */
  const before = new Float64Array(size);
  let answered = 0;
  let fullCount = 0;
  let pockets: Pocket[] = [];
  const out = [0, 0, 0, 0];
  /** Neighbours: east, west, south, north; which side a face towards them looks at, its length over the distance. */
  const offsets = [1, -1, columns, -columns];
  const sides = [1, 3, 2, 0];
  const stretch = [dyM / dxM, dyM / dxM, dxM / dyM, dxM / dyM];

  /** Which cells are full, which hold open air, which a pocket's. */
  const sort = () => {
    fullCount = 0;
    pockets = [];
    for (let i = 0; i < size; i += 1) {
      if (!inside[i]) {
        kind[i] = OUTSIDE;
        continue;
      }
      share[i] = Math.min(1, Math.max(0, depthM[i]! / gap[i]!));
      if (depthM[i]! >= FULL_SHARE * gap[i]!) {
        kind[i] = FULL;
        full[fullCount] = i;
        unknown[i] = fullCount;
        fullCount += 1;
      } else kind[i] = size;
    }
    for (let start = 0; start < size; start += 1) {
      if (kind[start] !== size) continue;
      let [head, tail, dry, isOpen] = [0, 1, 0, false];
      queue[0] = start;
      kind[start] = OPEN;
      while (head < tail) {
        const i = queue[head]!;
        head += 1;
        dry += 1 - share[i]!;
        for (let n = 0; n < 4; n += 1) {
          const j = i + offsets[n]!;
          if (kind[j] === OUTSIDE) isOpen = true;
          else if (kind[j] === size) {
            kind[j] = OPEN;
            queue[tail] = j;
            tail += 1;
          }
        }
      }
      if (isOpen || dry < LEAST_POCKET_CELLS) continue;
      const pocket: Pocket = { column: 0, row: 0, areaM2: dry * cellM2, cells: [] };
      for (let k = 0; k < tail; k += 1) {
        const i = queue[k]!;
        kind[i] = CLOSED;
        pocket.column += ((i % columns) * (1 - share[i]!)) / dry;
        pocket.row += (Math.floor(i / columns) * (1 - share[i]!)) / dry;
        pocket.cells.push(i);
      }
      pockets.push(pocket);
    }
  };

  const assemble = () => {
    const { none, diagonal, rhs, west, north, east, south, toEast, toSouth } = system;
    system.cells = fullCount;
    for (let i = 0; i < size; i += 1) {
      const middle = (gap[i]! + nextGap[i]!) / 2;
      mobility[i] = (middle * middle * middle) / 12;
    }
    let asked = 0;
    for (let u = 0; u < fullCount; u += 1) {
      const i = full[u]!;
      asked += (gap[i]! - nextGap[i]!) / mobility[i]!;
    }
    const grown = answered > 0 ? asked / answered : 1;
    answered = asked;
    for (let u = 0; u < fullCount; u += 1) {
      const i = full[u]!;
      const own = mobility[i]!;
      const displaced = gap[i]! - nextGap[i]!;
      rhs[u] = Math.min(depthM[i]! - nextGap[i]!, displaced + MOST_EXCESS * gap[i]!) * cellM2;
      west[u] = kind[i - 1] === FULL ? unknown[i - 1]! : none;
      north[u] = kind[i - columns] === FULL ? unknown[i - columns]! : none;
      east[u] = none;
      south[u] = none;
      toEast[u] = 0;
      toSouth[u] = 0;
      let sum = 0;
      for (let n = 0; n < 4; n += 1) {
        const j = i + offsets[n]!;
        const of = kind[j]!;
        if (of === OUTSIDE) {
          sum += 2 * own * stretch[n]!;
          continue;
        }
        const between = ((own + mobility[j]!) / 2) * stretch[n]!;
        if (of === FULL) {
          sum += between;
          if (n === 0) {
            east[u] = unknown[j]!;
            toEast[u] = between;
          } else if (n === 2) {
            south[u] = unknown[j]!;
            toSouth[u] = between;
          }
          continue;
        }
        if (of === OPEN) sum += between / (0.5 + share[j]!);
      }
      diagonal[u] = sum;
      phi[u] = grown * before[i]!;
    }
  };

  /** Moves what flows; the largest share of a cell that came into one. */
  const move = (): number => {
    inflow.fill(0);
    const { toEast, toSouth } = system;
    for (let u = 0; u < fullCount; u += 1) {
      const i = full[u]!;
      const own = mobility[i]!;
      for (let n = 0; n < 4; n += 1) {
        const j = i + offsets[n]!;
        const of = kind[j]!;
        if (of === OUTSIDE) {
          const volume = Math.max(0, 2 * own * stretch[n]! * phi[u]!);
          out[sides[n]!]! += volume;
          depthM[i] = depthM[i]! - volume / cellM2;
        } else if (of === FULL) {
          if (n === 1 || n === 3) continue;
          const d = ((n === 0 ? toEast[u]! : toSouth[u]!) * (phi[u]! - phi[unknown[j]!]!)) / cellM2;
          depthM[i] = depthM[i]! - d;
          depthM[j] = depthM[j]! + d;
        } else if (of === OPEN) {
          const c = (((own + mobility[j]!) / 2) * stretch[n]!) / (0.5 + share[j]!);
          const d = Math.max(0, c * phi[u]!) / cellM2;
          depthM[i] = depthM[i]! - d;
          depthM[j] = depthM[j]! + d;
          inflow[j] = inflow[j]! + d;
        }
      }
    }
    let most = 0;
    for (let i = 0; i < size; i += 1) if (inflow[i]! > most * nextGap[i]!) most = inflow[i]! / nextGap[i]!;
    return most;
  };

  const step = (): number => {
    sort();
    assemble();
    const rounds = solveOnGrid(system, phi, TOLERANCE);
    onWork(size * VISITS_PER_STEP + (rounds + 1) * fullCount);
    before.fill(0);
    for (let u = 0; u < fullCount; u += 1) before[full[u]!] = phi[u]!;
    return move();
  };

  closing.gapsM(0, gap);
  nextGap.set(gap);
  const isHeaped = () => {
    for (let i = 0; i < size; i += 1) if (inside[i] && depthM[i]! > 1.02 * gap[i]!) return true;
    return false;
  };
  for (let k = 0; k < MOST_SETTLING && isHeaped(); k += 1) step();

  let progress = 0;
  let stride = closing.mostStep / 4;
  while (progress < 1) {
    // No sliver of a step at the end.
    const next = progress + 1.3 * stride >= 1 ? 1 : progress + stride;
    closing.gapsM(next, nextGap);
    const moved = step();
    let impulseM2 = 0;
    for (let u = 0; u < fullCount; u += 1) impulseM2 += phi[u]! * cellM2;
    progress = next;
    gap.set(nextGap);
    onStep({ progress, impulseM2 });
    stride = Math.min(
      closing.mostStep,
      stride * Math.min(2, Math.max(0.5, FRONT_STEP / Math.max(moved, 1e-9))),
    );
  }
  sort();
  const [top, right, bottom, left] = out as [number, number, number, number];
  return { pockets, outM3: { top, right, bottom, left } };
}
