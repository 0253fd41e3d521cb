/** Means over a square of `2 * reach + 1` pixels, cut off at the rim. */
export function smoothed(values: Float32Array, width: number, height: number, reach: number): Float32Array {
  const across = new Float32Array(values.length);
  for (let y = 0; y < height; y += 1) {
    const start = y * width;
    let [sum, many] = [0, 0];
    for (let x = -reach; x < width; x += 1) {
      if (x + reach < width) {
        sum += values[start + x + reach]!;
        many += 1;
      }
      if (x - reach - 1 >= 0) {
        sum -= values[start + x - reach - 1]!;
        many -= 1;
      }
      if (x >= 0) across[start + x] = sum / many;
    }
  }
  const out = new Float32Array(values.length);
  const sums = new Float64Array(width);
  let many = 0;
  for (let y = -reach; y < height; y += 1) {
    if (y + reach < height) {
      const start = (y + reach) * width;
      for (let x = 0; x < width; x += 1) sums[x]! += across[start + x]!;
      many += 1;
    }
    if (y - reach - 1 >= 0) {
      const start = (y - reach - 1) * width;
      for (let x = 0; x < width; x += 1) sums[x]! -= across[start + x]!;
      many -= 1;
    }
    if (y >= 0) for (let x = 0; x < width; x += 1) out[y * width + x] = sums[x]! / many;
  }
  return out;
}
