import { randomStream } from "../core/random.ts";

/** Chance with a fixed beginning: the same seed gives the same row of numbers. */
export interface Random {
  between: (low: number, high: number) => number;
  whole: (low: number, high: number) => number;
  chance: (probability: number) => boolean;
  pick: <Item>(items: readonly Item[]) => Item;
  normal: (mean: number, deviation: number) => number;
  uuid: () => string;
}

/** Chance for demo data and tests, from one fixed row of numbers. */
export function seededRandom(seed: number): Random {
  const next = randomStream(seed);
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
