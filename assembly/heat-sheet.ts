// The sheet of core/heat/heat-sheet.ts in WebAssembly: the same steps, rows four at a time along and two cells at a time across.

import { begin, claim, room } from "./shared/room";

let columns: i32 = 0;
let rows: i32 = 0;
let depth: i32 = 0;
/** Cells from one row to the next: even, so that two lie in a vector. */
let stride: i32 = 0;
let places: i32 = 0;
let factor: f64 = 0;

export let t: usize = 0;
export let change: usize = 0;
export let top: usize = 0;
export let topHeat: usize = 0;
export let back: usize = 0;
export let backHeat: usize = 0;
/** By layer: capacity, conductance to the next, and the shares along and across. */
export let capacity: usize = 0;
export let down: usize = 0;
export let along: usize = 0;
export let across: usize = 0;
export let peak: f64 = -Infinity;
let alongLower: usize = 0;
let alongInverse: usize = 0;
let acrossLower: usize = 0;
let acrossInverse: usize = 0;
let pivot: usize = 0;
let first: usize = 0;
let below: usize = 0;
let right: usize = 0;

/** Where so many numbers lie. */
function numbers(count: i32): usize {
  return room(<usize>count << 3);
}

// @ts-ignore: decorator
@inline
function at(base: usize, index: i32): usize {
  return base + (<usize>index << 3);
}

/** Lays a sheet of so many cells out in memory; gives how many cells a row takes. */
export function layOut(wide: i32, tall: i32, deep: i32): i32 {
  columns = wide;
  rows = tall;
  depth = deep;
  stride = (wide + 1) & ~1;
  places = stride * tall;
  begin();
  t = numbers(places * depth);
  change = numbers(places * depth);
  pivot = numbers(places * depth);
  top = numbers(places);
  topHeat = numbers(places);
  back = numbers(places);
  backHeat = numbers(places);
  first = numbers(places);
  alongLower = numbers(columns * depth);
  alongInverse = numbers(columns * depth);
  acrossLower = numbers(rows * depth);
  acrossInverse = numbers(rows * depth);
  below = numbers(stride * depth);
  right = numbers(stride * depth);
  capacity = numbers(depth);
  down = numbers(depth);
  along = numbers(depth);
  across = numbers(depth);
  claim();
  return stride;
}

function eliminate(lower: usize, inverse: usize, count: i32, share: f64): void {
  let before: f64 = 0;
  for (let c = 0; c < count; c++) {
    const neighbours: f64 = (c > 0 ? 1 : 0) + (c < count - 1 ? 1 : 0);
    const taken = share * before;
    before = 1 / (1 + neighbours * share - taken * share);
    store<f64>(at(lower, c), taken);
    store<f64>(at(inverse, c), before);
  }
}

export function prepare(ahead: f64): void {
  factor = ahead;
  for (let l = 0; l < depth; l++) {
    eliminate(at(alongLower, l * columns), at(alongInverse, l * columns), columns, load<f64>(at(along, l)));
    eliminate(at(acrossLower, l * rows), at(acrossInverse, l * rows), rows, load<f64>(at(across, l)));
  }
  for (let i = 0; i < places; i++) {
    let beneath = load<f64>(at(back, i));
    for (let l = depth - 1; l > 0; l--) {
      const link = load<f64>(at(down, l - 1));
      const own = 1 / (load<f64>(at(capacity, l)) / factor + beneath + link);
      store<f64>(at(pivot, l * places + i), own);
      beneath = link - link * link * own;
    }
    store<f64>(at(first, i), load<f64>(at(capacity, 0)) / factor + beneath);
  }
}

export function face(): void {
  for (let i = 0; i < places; i++) {
    store<f64>(at(pivot, i), 1 / (load<f64>(at(first, i)) + load<f64>(at(top, i))));
  }
}

// @ts-ignore: decorator
@inline
function both(value: f64): v128 {
  return f64x2.splat(value);
}

/** The right-hand side of a row of a layer, written over its change. */
function ask(l: i32, r: i32, carried: f64): void {
  const from = l * places + r * stride;
  const place = r * stride;
  const isFront = l == 0;
  const isLast = l == depth - 1;
  const above = isFront ? 0 : load<f64>(at(down, l - 1));
  const beneath = isLast ? 0 : load<f64>(at(down, l));
  const through = factor / load<f64>(at(capacity, l));
  const sideways = load<f64>(at(along, l));
  const lengthways = load<f64>(at(across, l));
  const here = at(t, from);
  const up = r > 0 ? at(t, from - stride) : here;
  const low = r < rows - 1 ? at(t, from + stride) : here;
  const over = at(t, from - places);
  const under = at(t, from + places);
  const into = at(change, from);
  // Beside a rim there is nothing: what the vectors find there is taken off again.
  const firstOwn = load<f64>(into);
  const lastOwn = load<f64>(into + (<usize>(columns - 1) << 3));
  const firstSide = columns > 1 ? load<f64>(here + 8) - load<f64>(here) : 0;
  const lastAt = <usize>(columns - 1) << 3;
  const lastSide = columns > 1 ? load<f64>(here + lastAt - 8) - load<f64>(here + lastAt) : 0;
  for (let o: usize = 0; o < <usize>stride << 3; o += 16) {
    const own = v128.load(here + o);
    const twice = f64x2.add(own, own);
    const side = f64x2.sub(f64x2.add(v128.load(here + o - 8), v128.load(here + o + 8)), twice);
    const long = f64x2.sub(f64x2.add(v128.load(up + o), v128.load(low + o)), twice);
    const spot = at(0, place) + o;
    const outer = isFront
      ? f64x2.sub(v128.load(topHeat + spot), f64x2.mul(v128.load(top + spot), own))
      : f64x2.mul(both(above), f64x2.sub(v128.load(over + o), own));
    const inner = isLast
      ? f64x2.sub(v128.load(backHeat + spot), f64x2.mul(v128.load(back + spot), own))
      : f64x2.mul(both(beneath), f64x2.sub(v128.load(under + o), own));
    const sum = f64x2.add(
      f64x2.add(f64x2.mul(both(carried), v128.load(into + o)), f64x2.mul(both(through), f64x2.add(outer, inner))),
      f64x2.add(f64x2.mul(both(sideways), side), f64x2.mul(both(lengthways), long)),
    );
    v128.store(into + o, sum);
  }
  rim(l, r, 0, firstOwn, firstSide, carried);
  if (columns > 1) rim(l, r, columns - 1, lastOwn, lastSide, carried);
  if (stride > columns) store<f64>(at(into, columns), 0);
}

/** One cell at the rim, where the row ends. */
function rim(l: i32, r: i32, c: i32, before: f64, side: f64, carried: f64): void {
  const i = l * places + r * stride + c;
  const place = r * stride + c;
  const own = load<f64>(at(t, i));
  const long =
    (r > 0 ? load<f64>(at(t, i - stride)) - own : 0) + (r < rows - 1 ? load<f64>(at(t, i + stride)) - own : 0);
  const outer =
    l > 0
      ? load<f64>(at(down, l - 1)) * (load<f64>(at(t, i - places)) - own)
      : load<f64>(at(topHeat, place)) - load<f64>(at(top, place)) * own;
  const inner =
    l < depth - 1
      ? load<f64>(at(down, l)) * (load<f64>(at(t, i + places)) - own)
      : load<f64>(at(backHeat, place)) - load<f64>(at(back, place)) * own;
  store<f64>(
    at(change, i),
    carried * before +
      (factor / load<f64>(at(capacity, l))) * (outer + inner) +
      load<f64>(at(along, l)) * side +
      load<f64>(at(across, l)) * long,
  );
}

/** Solves up to four rows of a layer along themselves at once: one waits for its own cell before, not for the others. */
function solveFour(l: i32, r: i32): void {
  const share = load<f64>(at(along, l));
  const lower = at(alongLower, l * columns);
  const inverse = at(alongInverse, l * columns);
  const a = at(change, l * places + r * stride);
  const b = a + (<usize>stride << 3);
  const c = b + (<usize>stride << 3);
  const d = c + (<usize>stride << 3);
  let p = load<f64>(a);
  let q = load<f64>(b);
  let v = load<f64>(c);
  let w = load<f64>(d);
  const last = <usize>(columns - 1) << 3;
  for (let o: usize = 8; o <= last; o += 8) {
    const taken = load<f64>(lower + o);
    p = load<f64>(a + o) + taken * p;
    q = load<f64>(b + o) + taken * q;
    v = load<f64>(c + o) + taken * v;
    w = load<f64>(d + o) + taken * w;
    store<f64>(a + o, p);
    store<f64>(b + o, q);
    store<f64>(c + o, v);
    store<f64>(d + o, w);
  }
  p = 0;
  q = 0;
  v = 0;
  w = 0;
  for (let o = last; o + 8 > 0; o -= 8) {
    const own = load<f64>(inverse + o);
    const part = share * own;
    p = load<f64>(a + o) * own + part * p;
    q = load<f64>(b + o) * own + part * q;
    v = load<f64>(c + o) * own + part * v;
    w = load<f64>(d + o) * own + part * w;
    store<f64>(a + o, p);
    store<f64>(b + o, q);
    store<f64>(c + o, v);
    store<f64>(d + o, w);
  }
}

function solveOne(l: i32, r: i32): void {
  const share = load<f64>(at(along, l));
  const lower = at(alongLower, l * columns);
  const inverse = at(alongInverse, l * columns);
  const a = at(change, l * places + r * stride);
  let p = load<f64>(a);
  const last = <usize>(columns - 1) << 3;
  for (let o: usize = 8; o <= last; o += 8) {
    p = load<f64>(a + o) + load<f64>(lower + o) * p;
    store<f64>(a + o, p);
  }
  p = 0;
  for (let o = last; o + 8 > 0; o -= 8) {
    const own = load<f64>(inverse + o);
    p = load<f64>(a + o) * own + share * own * p;
    store<f64>(a + o, p);
  }
}

/** Takes the row before into this one, on the way down the columns. */
function takeOver(l: i32, r: i32): void {
  if (r == 0) return;
  const taken = both(load<f64>(at(acrossLower, l * rows + r)));
  const into = at(change, l * places + r * stride);
  const before = into - (<usize>stride << 3);
  for (let o: usize = 0; o < <usize>stride << 3; o += 16) {
    v128.store(into + o, f64x2.add(v128.load(into + o), f64x2.mul(taken, v128.load(before + o))));
  }
}

function solveLayer(l: i32, carried: f64): void {
  let r = 0;
  for (; r + 4 <= rows; r += 4) {
    for (let k = 0; k < 4; k++) ask(l, r + k, carried);
    solveFour(l, r);
    for (let k = 0; k < 4; k++) takeOver(l, r + k);
  }
  for (; r < rows; r++) {
    ask(l, r, carried);
    solveOne(l, r);
    takeOver(l, r);
  }
}

/** A row of all layers: up its columns, through the stack, onto what is there; gives what flows in. */
function solveRow(r: i32): f64 {
  const from = r * stride;
  const bytes = <usize>stride << 3;
  for (let l = depth - 1; l >= 0; l--) {
    const share = both(r < rows - 1 ? load<f64>(at(across, l)) : 0);
    const inverse = both(load<f64>(at(acrossInverse, l * rows + r)));
    const weight = both(load<f64>(at(capacity, l)) / factor);
    const into = at(change, l * places + from);
    const next = at(below, l * stride);
    const own = at(right, l * stride);
    if (l == depth - 1) {
      for (let o: usize = 0; o < bytes; o += 16) {
        const solved = f64x2.mul(
          f64x2.add(v128.load(into + o), f64x2.mul(share, v128.load(next + o))),
          inverse,
        );
        v128.store(next + o, solved);
        v128.store(own + o, f64x2.mul(weight, solved));
      }
    } else {
      const link = both(load<f64>(at(down, l)));
      const under = at(pivot, (l + 1) * places + from);
      const lower = at(right, (l + 1) * stride);
      for (let o: usize = 0; o < bytes; o += 16) {
        const solved = f64x2.mul(
          f64x2.add(v128.load(into + o), f64x2.mul(share, v128.load(next + o))),
          inverse,
        );
        v128.store(next + o, solved);
        const led = f64x2.mul(f64x2.mul(link, v128.load(under + o)), v128.load(lower + o));
        v128.store(own + o, f64x2.add(f64x2.mul(weight, solved), led));
      }
    }
  }
  let inflow = f64x2.splat(0);
  let hottest = f64x2.splat(peak);
  // The cell that only fills up a vector is nowhere on the panel.
  const paired = <usize>(columns & ~1) << 3;
  for (let o: usize = 0; o < bytes; o += 16) {
    let found = f64x2.splat(0);
    let now = f64x2.splat(0);
    const spot = at(0, from) + o;
    for (let l = 0; l < depth; l++) {
      const here = at(0, l * places) + spot;
      const led = l > 0 ? f64x2.mul(both(load<f64>(at(down, l - 1))), found) : found;
      found = f64x2.mul(f64x2.add(v128.load(at(right, l * stride) + o), led), v128.load(pivot + here));
      v128.store(change + here, found);
      now = f64x2.add(v128.load(t + here), found);
      v128.store(t + here, now);
      hottest = f64x2.pmax(hottest, o < paired ? now : f64x2.splat(f64x2.extract_lane(now, 0)));
      if (l == 0) {
        inflow = f64x2.add(inflow, f64x2.sub(v128.load(topHeat + spot), f64x2.mul(v128.load(top + spot), now)));
      }
    }
    inflow = f64x2.add(inflow, f64x2.sub(v128.load(backHeat + spot), f64x2.mul(v128.load(back + spot), now)));
  }
  peak = max(f64x2.extract_lane(hottest, 0), f64x2.extract_lane(hottest, 1));
  return f64x2.extract_lane(inflow, 0) + f64x2.extract_lane(inflow, 1);
}

export function step(carried: f64): f64 {
  for (let l = 0; l < depth; l++) solveLayer(l, carried);
  let inflow: f64 = 0;
  for (let r = rows - 1; r >= 0; r--) inflow += solveRow(r);
  return inflow;
}
