/** Chance with a fixed beginning: the same seed gives the same row of numbers. */
export interface Random {
  between: (low: number, high: number) => number;
  whole: (low: number, high: number) => number;
  chance: (probability: number) => boolean;
  pick: <Item>(items: readonly Item[]) => Item;
  normal: (mean: number, deviation: number) => number;
  uuid: () => string;
}

/** Mulberry32: a small generator with a 32-bit state, good enough for demo data (Ettinger 2017; from memory). */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const between = (low: number, high: number) => low + (high - low) * next();
  const whole = (low: number, high: number) => Math.floor(between(low, high + 1));
  return {
    between,
    whole,
    chance: (probability) => next() < probability,
    pick: (items) => items[whole(0, items.length - 1)]!,
    normal: (mean, deviation) =>
      mean + deviation * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    uuid: () => {
      const hex = Array.from({ length: 32 }, (_, i) =>
        (i === 12 ? 4 : i === 16 ? 8 + whole(0, 3) : whole(0, 15)).toString(16),
      ).join("");
      return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
    },
  };
}
