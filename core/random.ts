/** A fixed row of numbers from 0 to 1: the same seed gives the same row. Mulberry32 (Ettinger 2017; from memory). */
export function randomStream(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Noise about zero with a deviation of one, from uniform chance: a sum of four, near enough to normal for a stand-in. */
export const noise = (random: () => number): number =>
  (random() + random() + random() + random() - 2) * Math.sqrt(3);

/** A whole number from a text, from 0 to below `below`: the same text gives the same, another one mostly another. */
export const numberOf = (text: string, start: number, below: number): number =>
  [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % below, start);
