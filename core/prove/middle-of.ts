/** The middle of the first so many numbers, which change places for it; 0 of none. By selection (Hoare 1961, from memory). */
export function middleOf(values: Float32Array | Float64Array, many = values.length): number {
  if (many === 0) return 0;
  const middle = many >> 1;
  let [first, last] = [0, many - 1];
  while (first < last) {
    const pivot = values[middle]!;
    let [i, j] = [first, last];
    while (i <= j) {
      while (values[i]! < pivot) i += 1;
      while (values[j]! > pivot) j -= 1;
      if (i > j) break;
      const held = values[i]!;
      values[i] = values[j]!;
      values[j] = held;
      i += 1;
      j -= 1;
    }
    if (j < middle) first = i;
    if (i > middle) last = j;
  }
  return values[middle]!;
}
