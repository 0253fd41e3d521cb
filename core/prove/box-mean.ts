/** The mean of the square of this reach around each pixel, by running sums; beyond the picture nothing counts. */
export function boxMean(values: Float32Array, width: number, height: number, reach: number): Float32Array {
  const rows = new Float32Array(values.length);
  for (let y = 0; y < height; y += 1) {
    const row = y * width;
    let sum = 0;
    let many = 0;
    for (let x = 0; x < Math.min(reach, width); x += 1) {
      sum += values[row + x]!;
      many += 1;
    }
    for (let x = 0; x < width; x += 1) {
      if (x + reach < width) {
        sum += values[row + x + reach]!;
        many += 1;
      }
      if (x - reach - 1 >= 0) {
        sum -= values[row + x - reach - 1]!;
        many -= 1;
      }
      rows[row + x] = sum / many;
    }
  }
  const out = new Float32Array(values.length);
  const sums = new Float32Array(width);
  let many = 0;
  const add = (y: number, sign: 1 | -1) => {
    for (let x = 0; x < width; x += 1) sums[x]! += sign * rows[y * width + x]!;
    many += sign;
  };
  for (let y = 0; y < Math.min(reach, height); y += 1) add(y, 1);
  for (let y = 0; y < height; y += 1) {
    if (y + reach < height) add(y + reach, 1);
    if (y - reach - 1 >= 0) add(y - reach - 1, -1);
    for (let x = 0; x < width; x += 1) out[y * width + x] = sums[x]! / many;
  }
  return out;
}
