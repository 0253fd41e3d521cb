// The conjugate gradients of core/bond/grid-solve.ts in WebAssembly: the same rounds, whole vectors two numbers at a time.

import { begin, claim, room } from "./shared/room";

export let diagonal: usize = 0;
export let rhs: usize = 0;
export let toEast: usize = 0;
export let toSouth: usize = 0;
export let x: usize = 0;
export let north: usize = 0;
export let south: usize = 0;
export let linkHub: usize = 0;
export let linkCell: usize = 0;
export let linkBetween: usize = 0;
let factor: usize = 0;
let residual: usize = 0;
let direction: usize = 0;
let image: usize = 0;
let smoothed: usize = 0;
/** Each cell's own conductances towards west and north: what its neighbours keep, read once. */
let toWest: usize = 0;
let toNorth: usize = 0;
/** Conductances times the cell's factor: a cell then waits for its neighbour by one product and one sum. */
let factorWest: usize = 0;
let factorNorth: usize = 0;
let factorEast: usize = 0;
let factorSouth: usize = 0;
let none: i32 = 0;

let cells: i32 = 0;
let hubs: i32 = 0;
let links: i32 = 0;

// @ts-ignore: decorator
@inline
function real(base: usize, index: i32): f64 {
  return load<f64>(base + (<usize>index << 3));
}
// @ts-ignore: decorator
@inline
function put(base: usize, index: i32, value: f64): void {
  store<f64>(base + (<usize>index << 3), value);
}
// @ts-ignore: decorator
@inline
function whole(base: usize, index: i32): i32 {
  return load<i32>(base + (<usize>index << 2));
}

/** Lays a system of at most so many unknowns out in memory. */
export function layOut(most: i32): void {
  const size = most + 1;
  none = most;
  begin();
  const reals = <usize>size << 3;
  diagonal = room(reals);
  rhs = room(reals);
  toEast = room(reals);
  toSouth = room(reals);
  toWest = room(reals);
  toNorth = room(reals);
  factorWest = room(reals);
  factorNorth = room(reals);
  factorEast = room(reals);
  factorSouth = room(reals);
  x = room(reals);
  factor = room(reals);
  residual = room(reals);
  direction = room(reals);
  image = room(reals);
  smoothed = room(reals);
  north = room(<usize>size << 2);
  south = room(<usize>size << 2);
  linkHub = room(<usize>size << 4);
  linkCell = room(<usize>size << 4);
  linkBetween = room(<usize>size << 5);
  claim();
}

const PUT_BACK: f64 = 0.97;
const MOST_ITERATIONS: i32 = 600;

function factorise(): void {
  for (let i = cells; i < cells + hubs; i++) put(factor, i, 1 / real(diagonal, i));
  for (let i = 0; i < cells; i++) {
    // The first has nobody before it.
    const w = i > 0 ? i - 1 : none;
    const n = whole(north, i);
    const cw = real(toEast, w);
    const cn = real(toSouth, n);
    put(toWest, i, cw);
    put(toNorth, i, cn);
    const fw = real(factor, w);
    const fn = real(factor, n);
    const own = real(diagonal, i);
    const d =
      own - cw * cw * fw - cn * cn * fn - PUT_BACK * (cw * real(toSouth, w) * fw + cn * real(toEast, n) * fn);
    const over = 1 / (d > 0.25 * own ? d : own);
    put(factor, i, over);
    put(factorWest, i, cw * over);
    put(factorNorth, i, cn * over);
    put(factorEast, i, real(toEast, i) * over);
    put(factorSouth, i, real(toSouth, i) * over);
  }
}

/**
 * image = A times a vector; the dot product of the two. Cells are numbered along their rows: where there is one to the west or to the east,
 * it is the one before or after.
 */
function multiply(vector: usize): f64 {
  let product: f64 = 0;
  for (let i = cells; i < cells + hubs; i++) {
    const value = real(diagonal, i) * real(vector, i);
    put(image, i, value);
    product += value * real(vector, i);
  }
  let before: f64 = 0;
  let own = real(vector, 0);
  for (let i = 0; i < cells; i++) {
    const after = real(vector, i + 1);
    const sides = real(toEast, i) * after + real(toWest, i) * before;
    const rows =
      real(toSouth, i) * real(vector, whole(south, i)) + real(toNorth, i) * real(vector, whole(north, i));
    const value = real(diagonal, i) * own - sides - rows;
    put(image, i, value);
    product += value * own;
    before = own;
    own = after;
  }
  for (let k = 0; k < links; k++) {
    const hub = whole(linkHub, k);
    const cell = whole(linkCell, k);
    const between = real(linkBetween, k);
    put(image, hub, real(image, hub) - between * real(vector, cell));
    put(image, cell, real(image, cell) - between * real(vector, hub));
    product -= 2 * between * real(vector, hub) * real(vector, cell);
  }
  return product;
}

function precondition(): f64 {
  let near: f64 = 0;
  for (let i = 0; i < cells; i++) {
    const ready = real(residual, i) * real(factor, i) + real(factorNorth, i) * real(smoothed, whole(north, i));
    near = ready + real(factorWest, i) * near;
    put(smoothed, i, near);
  }
  let product: f64 = 0;
  for (let i = cells; i < cells + hubs; i++) {
    const value = real(residual, i) * real(factor, i);
    put(smoothed, i, value);
    product += value * real(residual, i);
  }
  near = 0;
  for (let i = cells - 1; i >= 0; i--) {
    const ready = real(smoothed, i) + real(factorSouth, i) * real(smoothed, whole(south, i));
    near = ready + real(factorEast, i) * near;
    put(smoothed, i, near);
    product += near * real(residual, i);
  }
  return product;
}

/** Rounds until the residual is so small a share of the right side; how many they were. */
export function solve(cellCount: i32, hubCount: i32, linkCount: i32, tolerance: f64): i32 {
  cells = cellCount;
  hubs = hubCount;
  links = linkCount;
  put(x, none, 0);
  put(residual, none, 0);
  put(direction, none, 0);
  put(smoothed, none, 0);
  put(factor, none, 0);
  put(toEast, none, 0);
  put(toSouth, none, 0);
  factorise();
  multiply(x);
  const unknowns = cells + hubs;
  let wanted: f64 = 0;
  let left: f64 = 0;
  for (let i = 0; i < unknowns; i++) {
    const asked = real(rhs, i);
    const missing = asked - real(image, i);
    put(residual, i, missing);
    wanted += asked * asked;
    left += missing * missing;
  }
  wanted *= tolerance * tolerance;
  let rho = precondition();
  memory.copy(direction, smoothed, <usize>unknowns << 3);
  const bytes = <usize>unknowns << 3;
  const paired = bytes & ~15;
  let k = 0;
  for (; k < MOST_ITERATIONS && left > wanted; k++) {
    const alpha = rho / multiply(direction);
    const step = f64x2.splat(alpha);
    let sum = f64x2.splat(0);
    for (let o: usize = 0; o < paired; o += 16) {
      v128.store(x + o, f64x2.add(v128.load(x + o), f64x2.mul(step, v128.load(direction + o))));
      const missing = f64x2.sub(v128.load(residual + o), f64x2.mul(step, v128.load(image + o)));
      v128.store(residual + o, missing);
      sum = f64x2.add(sum, f64x2.mul(missing, missing));
    }
    left = f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1);
    for (let o = paired; o < bytes; o += 8) {
      store<f64>(x + o, load<f64>(x + o) + alpha * load<f64>(direction + o));
      const missing = load<f64>(residual + o) - alpha * load<f64>(image + o);
      store<f64>(residual + o, missing);
      left += missing * missing;
    }
    const next = precondition();
    const beta = next / rho;
    rho = next;
    const keep = f64x2.splat(beta);
    for (let o: usize = 0; o < paired; o += 16) {
      v128.store(direction + o, f64x2.add(v128.load(smoothed + o), f64x2.mul(keep, v128.load(direction + o))));
    }
    for (let o = paired; o < bytes; o += 8) {
      store<f64>(direction + o, load<f64>(smoothed + o) + beta * load<f64>(direction + o));
    }
  }
  return k;
}
