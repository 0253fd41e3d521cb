import { fastSystem } from "./fast-system.ts";
import type { GridSystem } from "./grid-solve.ts";

/** A panel's cells in rows, with one ring of cells around that lie outside. */
export interface FilmGrid {
  /** Cells in a row, the ring's two included. */
  columns: number;
  rows: number;
  dxM: number;
  dyM: number;
  /** 1 where a cell's centre lies within the outline. */
  inside: Uint8Array;
  /** 1 where a cell's centre lies in a hole of the panel. */
  hole: Uint8Array;
}

/** How the glass comes down. */
export interface Closing {
  /** Writes the gap over every cell, m, at a progress from 0 to 1. */
  gapsM: (progress: number, into: Float64Array) => void;
  /** Most progress in one step; less where the gap would fall by more than a tenth or so somewhere. */
  mostStep: number;
  /** How long a step takes over the liquid's viscosity, 1/Pa: of its impulse, m2, where a force presses; of its progress otherwise. */
  pace: { perImpulse: number } | { perProgress: number };
  surfaceTensionNM: number;
}

export interface FilmStep {
  /** Progress after the step. */
  progress: number;
  /** Pressure over viscosity, summed over the panel and over the step, m²: a steady force takes viscosity over force times this, s. */
  impulseM2: number;
}

/** A closed place that holds air. */
export interface Pocket {
  /** Its air at the pressure of the room, m3. */
  airM3: number;
  /** Its middle, in cells from the ring's first, and how much of it is dry, m². */
  column: number;
  row: number;
  areaM2: number;
  cells: number[];
}

export interface FilmEnd {
  pockets: Pocket[];
  /** What has left over each side, and into the holes, m³. */
  outM3: { top: number; right: number; bottom: number; left: number; holes: number };
}

/** A cell counts as full from here on; what it lacks or has too much the next step makes good. */
const FULL_SHARE = 0.999;
/** Smaller dry places, in cells, are left to fill: no grid tells them from the roughness of a front. */
const LEAST_POCKET_CELLS = 1.5;
/** A front moves about so much of a cell in a step. */
const FRONT_STEP = 1;
/** So much of its gap a cell may give away in a step beyond what the glass displaces. */
const MOST_EXCESS = 0.5;
/** No gap falls by more than this share of what it comes to in a step: what a front cannot take heaps up behind it. */
const MOST_FALL = 0.12;
const TOLERANCE = 3e-4;
/** Steps without closing that spread liquid laid on liquid. */
const MOST_SETTLING = 400;

/** How often a step visits every cell besides solving for the pressure: about as long as so many of the solver's rounds. */
const VISITS_PER_STEP = 3;

/** Share of the surface tension times a front's curvature that a film without slip feels: Park & Homsy 1984, from memory. */
const CAPILLARY_SHARE = Math.PI / 4;
/** How often liquid and air are blurred before the front's curvature is read from them. */
const BLURS = 2;

/** The room's pressure: the standard atmosphere, Pa. */
const ROOM_PA = 101_325;

/** A hollow that opens within the liquid holds no air: it is taken to hold so much of its room. */
const LEAST_AIR_SHARE = 1e-3;

const OUTSIDE = -4;
const OPEN = -3;
const CLOSED = -2;
const FULL = -1;

/**
 * Follows a liquid between two plates that close: ∇·(h³/12η ∇p) = ∂h/∂t where the gap is full, p = 0 at open fronts and at the panel's
 * edges. In a closed pocket the air keeps its amount: its pressure is one all over, follows Boyle's law, bears on the glass and pushes the
 * liquid before it, so that a pocket grows wider as the gap falls. Air does not dissolve and does not break through.
 * Finite volumes; a part-filled cell holds the front where its filling tells. What a step misses of a volume the next makes good, so
 * that none is lost. Capillarity and inertia are left out. `depthM` is the liquid in each cell as a depth and is changed in place.
 * `onWork` hears, step by step, how many cells were visited, and may end it by throwing.
 *
 * Source: the thin-film equation of Hele-Shaw flow (Reynolds 1886); Boyle's law.
 */
export function closeGap(
  grid: FilmGrid,
  closing: Closing,
  depthM: Float64Array,
  onStep: (step: FilmStep) => void,
  onWork: (cells: number) => void = () => undefined,
  makeSystem: (mostCells: number) => GridSystem = fastSystem,
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
  const system = makeSystem(size);
  const phi = system.x;
  /** Pressures of the step before, by cell, and what they answered to: volume over mobility. */
  const before = new Float64Array(size);
  let answered = 0;
  let fullCount = 0;
  let pockets: Pocket[] = [];
  const out = [0, 0, 0, 0, 0];
  const HOLES = 4;
  /** The pocket that a cell belonged to a step before, from 1; 0 where its air was open; and how much air each held, m3. */
  const pocketOf = new Int32Array(size);
  const wasFull = new Uint8Array(size);
  let held: number[] = [];
  /** The link that liquid is moved over next: in the order in which they were made. */
  let linked = 0;
  /** What surface tension adds to the flow of a link, m3. */
  const linkCapillary = new Float64Array(4 * size);
  const blurred = new Float64Array(size);
  const blurring = new Float64Array(size);
  const bend = new Float64Array(size);
  /** Progress of the step that is taken; 0 while what is laid settles. */
  let going = 0;
  let lastImpulseM2 = 0;
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
      wasFull[i] = Number(kind[i] === FULL);
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
      const pocket: Pocket = { airM3: 0, column: 0, row: 0, areaM2: dry * cellM2, cells: [] };
      for (let k = 0; k < tail; k += 1) {
        const i = queue[k]!;
        kind[i] = CLOSED;
        pocket.column += ((i % columns) * (1 - share[i]!)) / dry;
        pocket.row += (Math.floor(i / columns) * (1 - share[i]!)) / dry;
        pocket.cells.push(i);
      }
      pockets.push(pocket);
    }
    carryAir();
  };

  /** How much of a cell's height is air, m. */
  const airAt = (i: number): number => Math.max(0, gap[i]! - depthM[i]!);

  /** The air of a pocket is that of the pockets before it, by what it has of their room, and of what was open and now is closed. */
  const carryAir = () => {
    if (pockets.length === 0 && held.length === 0) return;
    const room = new Float64Array(held.length);
    const ofPocket = pockets.map((pocket) => {
      const from = new Map<number, number>();
      for (const i of pocket.cells) {
        const airM3 = airAt(i) * cellM2;
        const old = pocketOf[i]!;
        if (old > 0) {
          room[old - 1]! += airM3;
          from.set(old - 1, (from.get(old - 1) ?? 0) + airM3);
        } else if (going === 0 || !wasFull[i]) pocket.airM3 += airM3;
      }
      return from;
    });
    pockets.forEach((pocket, k) => {
      for (const [old, airM3] of ofPocket[k]!) pocket.airM3 += (held[old]! * airM3) / room[old]!;
    });
    pocketOf.fill(0);
    held = [];
    if (going === 0) return;
    for (const pocket of pockets) {
      held.push(pocket.airM3);
      for (const i of pocket.cells) pocketOf[i] = held.length;
    }
  };

  /** How much a front bends by cell, 1/m: positive where air bulges into the liquid. */
  const curvatures = (): Float64Array => {
    for (let i = 0; i < size; i += 1) blurred[i] = inside[i] ? (kind[i] === FULL ? 1 : share[i]!) : 0;
    const line = (from: Float64Array, into: Float64Array, apart: number) => {
      for (let i = columns; i < size - columns; i += 1)
        into[i] = 0.25 * from[i - apart]! + 0.5 * from[i]! + 0.25 * from[i + apart]!;
    };
    for (let k = 0; k < BLURS; k += 1) {
      line(blurred, blurring, 1);
      line(blurring, blurred, columns);
    }
    for (let i = columns + 1; i < size - columns - 1; i += 1) {
      const [e, w, s, n] = [blurred[i + 1]!, blurred[i - 1]!, blurred[i + columns]!, blurred[i - columns]!];
      const [x, y] = [(e - w) / (2 * dxM), (s - n) / (2 * dyM)];
      const steep = x * x + y * y;
      const own = blurred[i]!;
      const xx = (e - 2 * own + w) / (dxM * dxM);
      const yy = (s - 2 * own + n) / (dyM * dyM);
      const corners =
        blurred[i + columns + 1]! -
        blurred[i + columns - 1]! -
        blurred[i - columns + 1]! +
        blurred[i - columns - 1]!;
      const xy = corners / (4 * dxM * dyM);
      const bent = steep > 0 ? (xx * y * y - 2 * xy * x * y + yy * x * x) / steep ** 1.5 : 0;
      const most = 1 / Math.min(dxM, dyM);
      bend[i] = Math.max(-most, Math.min(most, bent));
    }
    return bend;
  };

  /** From the middle of a full cell to the front in its neighbour, m3 by pressure over viscosity. */
  const toFront = (j: number, own: number, along: number): number =>
    (((own + mobility[j]!) / 2) * along) / (0.5 + share[j]!);

  /** Adds the pockets to the system as hubs: liquid that leaves a pocket's room makes good what the glass takes of it, but for what its air gives way. */
  const addPockets = (grown: number) => {
    system.hubs = going > 0 ? pockets.length : 0;
    system.links = 0;
    if (system.hubs === 0) return;
    const { pace } = closing;
    const curvature = curvatures();
    const perPa = "perProgress" in pace ? pace.perProgress * going : pace.perImpulse * lastImpulseM2 * grown;
    pockets.forEach(({ cells, airM3 }, k) => {
      const hub = fullCount + k;
      let [roomM3, nextM3] = [0, 0];
      for (const i of cells) {
        roomM3 += airAt(i) * cellM2;
        nextM3 += Math.max(0, nextGap[i]! - depthM[i]!) * cellM2;
        unknown[i] = hub;
      }
      const heldM3 = Math.max(airM3, LEAST_AIR_SHARE * roomM3);
      const [pressurePa, yieldM3Pa] = [ROOM_PA * (heldM3 / roomM3 - 1), roomM3 ** 2 / (ROOM_PA * heldM3)];
      system.rhs[hub] = roomM3 - nextM3 + (perPa > 0 ? yieldM3Pa * pressurePa : 0);
      system.diagonal[hub] = perPa > 0 ? yieldM3Pa / perPa : 0;
      phi[hub] = perPa * pressurePa;
    });
    for (let u = 0; u < fullCount; u += 1) {
      const i = full[u]!;
      for (let n = 0; n < 4; n += 1) {
        const j = i + offsets[n]!;
        if (kind[j] !== CLOSED) continue;
        const between = toFront(j, mobility[i]!, stretch[n]!);
        const hub = unknown[j]!;
        system.diagonal[u]! += between;
        system.diagonal[hub]! += between;
        system.linkHub[system.links] = hub;
        system.linkCell[system.links] = u;
        system.linkBetween[system.links] = between;
        const capillary =
          between *
          perPa *
          CAPILLARY_SHARE *
          closing.surfaceTensionNM *
          ((curvature[i]! + curvature[j]!) / 2);
        system.rhs[u]! -= capillary;
        system.rhs[hub]! += capillary;
        linkCapillary[system.links] = capillary;
        system.links += 1;
      }
    }
  };

  const [alongX, alongY] = [dyM / dxM, dxM / dyM];

  /** What a full cell gives off towards a cell that is not full, m3 by pressure over viscosity: to the panel's rim or to an open front. */
  const frontAt = (j: number, own: number, along: number): number => {
    const of = kind[j]!;
    if (of === OUTSIDE) return 2 * own * along;
    return of === OPEN ? toFront(j, own, along) : 0;
  };

  const assemble = () => {
    const { none, diagonal, rhs, north, south, toEast, toSouth } = system;
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
      const [e, s] = [kind[i + 1] === FULL, kind[i + columns] === FULL];
      toEast[u] = e ? ((own + mobility[i + 1]!) / 2) * alongX : 0;
      toSouth[u] = s ? ((own + mobility[i + columns]!) / 2) * alongY : 0;
      south[u] = s ? unknown[i + columns]! : none;
      const isNorthFull = kind[i - columns] === FULL;
      north[u] = isNorthFull ? unknown[i - columns]! : none;
      const sum =
        toEast[u]! +
        toSouth[u]! +
        (kind[i - 1] === FULL ? toEast[u - 1]! : frontAt(i - 1, own, alongX)) +
        (isNorthFull ? toSouth[north[u]!]! : frontAt(i - columns, own, alongY)) +
        (e ? 0 : frontAt(i + 1, own, alongX)) +
        (s ? 0 : frontAt(i + columns, own, alongY));
      diagonal[u] = sum;
      phi[u] = grown * before[i]!;
    }
    addPockets(grown);
  };

  const pass = (from: number, to: number, depth: number): void => {
    depthM[from]! -= depth;
    depthM[to]! += depth;
  };

  /** What a full cell gives off over one of its faces to a cell that is not full. */
  const give = (u: number, i: number, j: number, face: number): void => {
    const of = kind[j]!;
    if (of === CLOSED) {
      if (system.hubs === 0) return;
      const between = system.linkBetween[linked]!;
      // Air that pushes takes what liquid lies in its own cell first, and then the next cell's.
      const d = Math.max(
        (between * (phi[u]! - phi[unknown[j]!]!) + linkCapillary[linked]!) / cellM2,
        -depthM[j]!,
      );
      linked += 1;
      pass(i, j, d);
      inflow[j]! += Math.abs(d);
      return;
    }
    const volume = Math.max(0, frontAt(j, mobility[i]!, stretch[face]!) * phi[u]!);
    if (of === OUTSIDE) {
      out[grid.hole[j] ? HOLES : sides[face]!]! += volume;
      depthM[i]! -= volume / cellM2;
    } else {
      pass(i, j, volume / cellM2);
      inflow[j]! += volume / cellM2;
    }
  };

  /** Moves what flows; the largest share of a cell that came into one. */
  const move = (): number => {
    inflow.fill(0);
    const { toEast, toSouth } = system;
    linked = 0;
    for (let u = 0; u < fullCount; u += 1) {
      const i = full[u]!;
      const pressure = phi[u]!;
      if (kind[i + 1] === FULL) pass(i, i + 1, (toEast[u]! * (pressure - phi[u + 1]!)) / cellM2);
      else give(u, i, i + 1, 0);
      if (kind[i - 1] !== FULL) give(u, i, i - 1, 1);
      if (kind[i + columns] === FULL)
        pass(i, i + columns, (toSouth[u]! * (pressure - phi[unknown[i + columns]!]!)) / cellM2);
      else give(u, i, i + columns, 2);
      if (kind[i - columns] !== FULL) give(u, i, i - columns, 3);
    }
    let most = 0;
    for (let i = 0; i < size; i += 1) if (inflow[i]! > most * nextGap[i]!) most = inflow[i]! / nextGap[i]!;
    return most;
  };

  const step = (): number => {
    sort();
    assemble();
    const rounds = system.solve(TOLERANCE);
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

  /** The share by which the gap falls most in the step that is meant, of what it comes to. */
  const steepest = () => {
    let most = 0;
    for (let i = 0; i < size; i += 1) {
      if (inside[i]) most = Math.max(most, gap[i]! / nextGap[i]! - 1);
    }
    return most;
  };

  sort();
  let progress = 0;
  let stride = closing.mostStep / 4;
  while (progress < 1) {
    // No sliver of a step at the end.
    let next = progress + 1.3 * stride >= 1 ? 1 : progress + stride;
    closing.gapsM(next, nextGap);
    for (let fall = steepest(); fall > MOST_FALL; fall = steepest()) {
      next = progress + (next - progress) * Math.max(0.3, (0.9 * MOST_FALL) / fall);
      closing.gapsM(next, nextGap);
    }
    going = next - progress;
    const moved = step();
    let impulseM2 = 0;
    for (let u = 0; u < fullCount; u += 1) impulseM2 += phi[u]! * cellM2;
    // The liquid of a cell that a pocket's front stands in is pressed about as hard as its air.
    for (let k = 0; k < system.hubs; k += 1)
      impulseM2 += phi[fullCount + k]! * pockets[k]!.cells.length * cellM2;
    lastImpulseM2 = impulseM2;
    progress = next;
    gap.set(nextGap);
    onStep({ progress, impulseM2 });
    stride = Math.min(
      closing.mostStep,
      stride * Math.min(2, Math.max(0.5, FRONT_STEP / Math.max(moved, 1e-9))),
    );
  }
  sort();
  const [top, right, bottom, left, holes] = out as [number, number, number, number, number];
  return { pockets, outM3: { top, right, bottom, left, holes } };
}
