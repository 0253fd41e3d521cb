/** Points in groups: those of the first lie from `starts[0]` to before `starts[1]` in `order`, and so on. */
export interface Groups {
  /** Which points, by their place in what was given. */
  order: Int32Array;
  starts: Int32Array;
  count: number;
}

/**
 * Pixels that belong together: those no farther apart than `reach` along both axes, and what hangs together by such. `at`: their numbers,
 * row after row. Groups are numbered as their first pixel is met. A union of equal labels (Rosenfeld & Pfaltz 1966), over the pixels
 * that are set alone.
 */
export function nearPlaces(at: Int32Array, width: number, reach: number): Groups {
  const many = at.length;
  const parent = Int32Array.from({ length: many }, (_, k) => k);
  const rootOf = (k: number): number => {
    let root = k;
    while (parent[root] !== root) root = parent[root]!;
    for (let own = k; own !== root;) {
      const next = parent[own]!;
      parent[own] = root;
      own = next;
    }
    return root;
  };
  const join = (a: number, b: number): void => {
    if (parent[a] === parent[b]) return;
    const [p, q] = [rootOf(a), rootOf(b)];
    if (p < q) parent[q] = p;
    else parent[p] = q;
  };
  // Where the pixels of the rows above that may be near begin, for each such row: they only move on.
  const from = new Int32Array(reach + 1);
  for (let k = 0; k < many; k += 1) {
    const pixel = at[k]!;
    const row = Math.floor(pixel / width);
    const x = pixel - row * width;
    if (k > 0 && at[k - 1]! >= row * width && pixel - at[k - 1]! <= reach) join(k, k - 1);
    for (let up = 1; up <= Math.min(reach, row); up += 1) {
      const start = (row - up) * width;
      const [least, most] = [start + Math.max(0, x - reach), start + Math.min(width - 1, x + reach)];
      let near = from[up]!;
      while (at[near]! < least) near += 1;
      from[up] = near;
      for (; at[near]! <= most; near += 1) join(k, near);
    }
  }
  // A parent comes before its own: it is numbered by then, in its place.
  const numbers = parent;
  let count = 0;
  for (let k = 0; k < many; k += 1) numbers[k] = parent[k] === k ? (count += 1) : numbers[parent[k]!]!;
  const starts = new Int32Array(count + 1);
  for (const number of numbers) starts[number]! += 1;
  for (let k = 1; k <= count; k += 1) starts[k]! += starts[k - 1]!;
  const next = starts.slice();
  const order = new Int32Array(many);
  for (let k = 0; k < many; k += 1) {
    const group = numbers[k]! - 1;
    order[next[group]!] = k;
    next[group]! += 1;
  }
  return { order, starts, count };
}
