/** Light, rows from the top. */
interface Light {
  light: Float32Array;
  width: number;
  height: number;
}

/** Weights of a Gaussian of a deviation of 1.5 px, seven wide. */
const SMOOTH = [0.0366, 0.1114, 0.2167, 0.2706, 0.2167, 0.1114, 0.0366] as const;
const REACH = 3;
/** Slopes of light a pixel: below this there is no edge, whatever the noise. */
const LEAST_SLOPE = 0.012;
/** An edge stands out of the slopes of noise by so many times their median. */
const OUT_OF_NOISE = 6;
/** Half degrees over a right angle. */
const BINS = 180;
/** What lies within so many degrees of the fullest direction belongs to it; it must be so much of all, and so many pixels long. */
const WITHIN_DEG = 4;
const LEAST_SHARE = 0.3;
const LEAST_PIXELS = 80;

/** Row by row, then column by column. */
function smoothed({ light, width, height }: Light): Float32Array {
  const rows = new Float32Array(light.length);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      let sum = 0;
      for (let k = -REACH; k <= REACH; k += 1)
        sum += SMOOTH[k + REACH]! * light[y * width + Math.min(width - 1, Math.max(0, x + k))]!;
      rows[y * width + x] = sum;
    }
  const out = new Float32Array(light.length);
  for (let y = 0; y < height; y += 1)
    for (let k = -REACH; k <= REACH; k += 1) {
      const from = Math.min(height - 1, Math.max(0, y + k)) * width;
      const weight = SMOOTH[k + REACH]!;
      for (let x = 0; x < width; x += 1) out[y * width + x]! += weight * rows[from + x]!;
    }
  return out;
}

/**
 * How far the straight edges in a picture are turned from its rows, degrees clockwise in rows that run downwards, within a right angle
 * (-45 to 45): edges of a film are at right angles, a finger beside them has none. Light is a share of 1; the rim of so many pixels is left out. Null where no direction stands out.
 * Source: directions of slopes gathered in a histogram, their mean by the fourfold angle (Mardia & Jupp, *Directional Statistics*; from memory);
 * the slopes' weights turn true to a tenth of a degree (Scharr 2000, from memory).
 *
 * @example
 * const light = Float32Array.from({ length: 64 * 64 }, (_, i) => (i % 64 < 32 ? 1 : 0.2));
 * Math.abs(edgeTurnDeg({ light, width: 64, height: 64 }, 4)) < 0.1; // true
 */
export function edgeTurnDeg(picture: Light, rim: number): number | null {
  const { width, height } = picture;
  const calm = smoothed(picture);
  const slopes = new Float32Array(width * height);
  const across = new Float32Array(width * height);
  const down = new Float32Array(width * height);
  const from = Math.max(1, rim);
  const sample: number[] = [];
  for (let y = from; y < height - from; y += 1)
    for (let x = from; x < width - from; x += 1) {
      const i = y * width + x;
      const [a, b] = [i - width, i + width];
      const dx =
        (3 * (calm[a + 1]! - calm[a - 1]! + calm[b + 1]! - calm[b - 1]!) +
          10 * (calm[i + 1]! - calm[i - 1]!)) /
        32;
      const dy =
        (3 * (calm[b - 1]! - calm[a - 1]! + calm[b + 1]! - calm[a + 1]!) + 10 * (calm[b]! - calm[a]!)) / 32;
      across[i] = dx;
      down[i] = dy;
      slopes[i] = Math.hypot(dx, dy);
      if ((x & 3) === 0 && (y & 3) === 0) sample.push(slopes[i]!);
    }
  sample.sort((a, b) => a - b);
  const least = Math.max(LEAST_SLOPE, OUT_OF_NOISE * (sample[sample.length >> 1] ?? 0));
  const bins = new Float64Array(BINS);
  const edges: number[] = [];
  let whole = 0;
  for (let i = 0; i < slopes.length; i += 1) {
    const slope = slopes[i]!;
    if (slope < least) continue;
    edges.push(i);
    whole += slope;
    const deg = ((((Math.atan2(down[i]!, across[i]!) * 180) / Math.PI) % 90) + 90) % 90;
    bins[Math.min(BINS - 1, Math.floor((deg * BINS) / 90))]! += slope;
  }
  // The fullest three degrees.
  let fullest = 0;
  let most = 0;
  for (let k = 0; k < BINS; k += 1) {
    let sum = 0;
    for (let near = -3; near <= 3; near += 1) sum += bins[(k + near + BINS) % BINS]!;
    if (sum > most) [most, fullest] = [sum, k];
  }
  const aboutDeg = ((fullest + 0.5) * 90) / BINS;
  let [cos, sin, held, pixels] = [0, 0, 0, 0];
  for (const i of edges) {
    const angle = Math.atan2(down[i]!, across[i]!);
    const off = (((((angle * 180) / Math.PI - aboutDeg + 45) % 90) + 90) % 90) - 45;
    if (Math.abs(off) > WITHIN_DEG) continue;
    const slope = slopes[i]!;
    cos += slope * Math.cos(4 * angle);
    sin += slope * Math.sin(4 * angle);
    held += slope;
    pixels += 1;
  }
  if (pixels < LEAST_PIXELS || held < LEAST_SHARE * whole) return null;
  return (Math.atan2(sin, cos) * 45) / Math.PI;
}
