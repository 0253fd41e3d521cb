// The passes of core/prove/without-grid.ts in WebAssembly: four pixels at a time.

/** The picture, and what it is predicted to be. */
export let light: usize = 0;
export let shown: usize = 0;
/** Some places of the picture, by their pixel. */
export let places: usize = 0;
/** Steps to other pixels, and the weight of each. */
export let offsets: usize = 0;
export let weights: usize = 0;

let width: i32 = 0;

let end: usize = 0;
function room(bytes: usize): usize {
  const at = end;
  // Four numbers more: the last are read and written four at a time.
  end += (bytes + 31) & ~15;
  return at;
}

/** Makes room for a picture of this size, so many places and so many steps. */
export function layOut(pixelsWide: i32, pixelsTall: i32, most: i32, steps: i32): void {
  width = pixelsWide;
  end = 4_096;
  places = room(<usize>most << 2);
  offsets = room(<usize>steps << 2);
  weights = room(<usize>steps << 2);
  light = room(<usize>(width * pixelsTall) << 2);
  shown = room(<usize>(width * pixelsTall) << 2);
  const pages = <i32>((end + 0xffff) >> 16) - memory.size();
  if (pages > 0) memory.grow(pages);
}

// @ts-ignore: decorator
@inline
function at(i: i32): f32 {
  return load<f32>(light + (<usize>i << 2));
}

/** How unlike themselves so many places are one step on: to both sides at once, or to one. */
export function unlike(many: i32, step: i32, isPair: bool): f64 {
  let sum: f64 = 0;
  for (let k = 0; k < many; k++) {
    const i = load<i32>(places + (<usize>k << 2));
    const beyond = isPair ? at(i + step) + at(i - step) - 2 * at(i) : at(i + step) - at(i);
    sum += <f64>Math.abs(<f64>beyond);
  }
  return sum;
}

/** Writes what the pixels of a part are predicted to be. */
export function predict(left: i32, right: i32, top: i32, bottom: i32, many: i32): void {
  for (let y = top; y < bottom; y++) {
    let i = y * width + left;
    const last = y * width + right;
    for (; i + 4 <= last; i += 4) {
      let value = f32x4.splat(0);
      for (let k = 0; k < many; k++) {
        const step = load<i32>(offsets + (<usize>k << 2));
        value = f32x4.add(
          value,
          f32x4.mul(v128.load32_splat(weights + (<usize>k << 2)), v128.load(light + (<usize>(i + step) << 2))),
        );
      }
      v128.store(shown + (<usize>i << 2), value);
    }
    for (; i < last; i++) {
      let value: f32 = 0;
      for (let k = 0; k < many; k++) {
        const step = load<i32>(offsets + (<usize>k << 2));
        value += load<f32>(weights + (<usize>k << 2)) * at(i + step);
      }
      store<f32>(shown + (<usize>i << 2), value);
    }
  }
}
