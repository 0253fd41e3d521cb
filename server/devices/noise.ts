/** Noise about zero with a deviation of one, from uniform chance: a sum of four, near enough to normal for a stand-in. */
export const noise = (random: () => number): number =>
  (random() + random() + random() + random() - 2) * Math.sqrt(3);
