import { expect } from "chai";
import { createRequire } from "node:module";
import { randomStream } from "../random.ts";
import { adjusted } from "./adjusted.ts";
import { atLeast, atMost, wilson95 } from "./binomial.ts";
import { quantile } from "./quantile.ts";
import { compareOdds, type TwoByTwo } from "./two-by-two.ts";

interface JStat {
  /** Chance of k marked ones among n drawn out of N, of which m are marked. */
  hypgeom: { pdf: (k: number, N: number, m: number, n: number) => number };
  binomial: { cdf: (k: number, n: number, p: number) => number };
}
const { jStat } = createRequire(import.meta.url)("jstat") as { jStat: JStat };

const drawn = (random: () => number): TwoByTwo => {
  const [fromTries, toTries] = [3 + Math.floor(25 * random()), 3 + Math.floor(25 * random())];
  return {
    fromTries,
    toTries,
    fromWins: Math.round(fromTries * random()),
    toWins: Math.round(toTries * random()),
  };
};

/** Chances of each number of wins on the other side, from the package. */
function packageSpread({ fromTries, toTries, fromWins, toWins }: TwoByTwo): number[] {
  const wins = fromWins + toWins;
  return Array.from({ length: toTries + 1 }, (_, k) =>
    k > wins || wins - k > fromTries ? 0 : jStat.hypgeom.pdf(k, fromTries + toTries, toTries, wins),
  );
}

/** The distribution of the sum of two, written out. */
const bothOf = (a: readonly number[], b: readonly number[]) =>
  Array.from({ length: a.length + b.length - 1 }, (_, s) =>
    a.reduce((sum, p, k) => sum + p * (b[s - k] ?? 0), 0),
  );
const twoSided = (spread: readonly number[], seen: number) =>
  spread.filter((p) => p <= spread[seen]! * (1 + 1e-6)).reduce((sum, p) => sum + p, 0);

describe("two settings side by side", () => {
  it("is Fisher's test of the tea: 3 1 1 3 gives 0.4857 (Fisher 1935), and the odds that solve its polynomial", () => {
    const { pValue, oddsRatio, interval95 } = compareOdds([
      { fromWins: 1, fromTries: 4, toWins: 3, toTries: 4 },
    ]);
    expect(pValue).to.be.closeTo(34 / 70, 1e-12);
    const weights = [1, 16, 36, 16, 1];
    const under = (odds: number, of: (k: number) => number) => {
      const each = weights.map((weight, k) => weight * odds ** k);
      const whole = each.reduce((sum, share) => sum + share, 0);
      return each.reduce((sum, share, k) => sum + share * of(k), 0) / whole;
    };
    expect(under(oddsRatio!, (k) => k)).to.be.closeTo(3, 1e-9);
    expect(under(interval95[0], (k) => (k >= 3 ? 1 : 0))).to.be.closeTo(0.025, 1e-9);
    expect(under(interval95[1]!, (k) => (k <= 3 ? 1 : 0))).to.be.closeTo(0.025, 1e-9);
  });

  it("has the chances of the package for two hundred tables, and of two tables at once", () => {
    const random = randomStream(7);
    for (let n = 0; n < 200; n += 1) {
      const [a, b] = [drawn(random), drawn(random)];
      expect(compareOdds([a]).pValue, JSON.stringify(a)).to.be.closeTo(
        twoSided(packageSpread(a), a.toWins),
        1e-9,
      );
      expect(compareOdds([a, b]).pValue, JSON.stringify([a, b])).to.be.closeTo(
        twoSided(bothOf(packageSpread(a), packageSpread(b)), a.toWins + b.toWins),
        1e-9,
      );
    }
  });

  it("is not fooled where one family is hard and mostly under one setting", () => {
    // Alike within each family, 50 % and 90 %; taken together they look far apart.
    const hard = { fromWins: 40, fromTries: 80, toWins: 10, toTries: 20 };
    const easy = { fromWins: 18, fromTries: 20, toWins: 72, toTries: 80 };
    const all = { fromWins: 58, fromTries: 100, toWins: 82, toTries: 100 };
    expect(compareOdds([all]).pValue).to.be.lessThan(0.001);
    expect(compareOdds([hard, easy]).pValue).to.be.greaterThan(0.5);
    expect(compareOdds([hard, easy]).oddsRatio).to.be.closeTo(1, 0.05);
  });

  it("names no upper end where no loss was seen, none where nothing can be told, and holds with many thousand jobs", () => {
    expect(compareOdds([{ fromWins: 5, fromTries: 9, toWins: 9, toTries: 9 }])).to.deep.include({
      oddsRatio: null,
    });
    expect(compareOdds([{ fromWins: 0, fromTries: 9, toWins: 0, toTries: 9 }])).to.deep.equal({
      oddsRatio: 1,
      interval95: [0, null],
      pValue: 1,
      leastPValue: 1,
    });
    const many = compareOdds([{ fromWins: 4_000, fromTries: 9_000, toWins: 8_900, toTries: 9_000 }]);
    // Far above, odds and interval are those of a normal distribution of their logarithm (Woolf 1955).
    const log = Math.log((8_900 * 5_000) / (100 * 4_000));
    const half = 1.96 * Math.sqrt(1 / 8_900 + 1 / 100 + 1 / 4_000 + 1 / 5_000);
    expect(many.oddsRatio!).to.be.closeTo(Math.exp(log), 0.02 * Math.exp(log));
    expect(many.interval95[0]).to.be.closeTo(Math.exp(log - half), 0.05 * Math.exp(log - half));
    expect(many.interval95[1]!).to.be.closeTo(Math.exp(log + half), 0.05 * Math.exp(log + half));
  });
});

describe("chances", () => {
  it("has binomial tails of the package, and Wilson's interval of 8 in 10 (Wilson 1927: 0.490 to 0.943)", () => {
    for (const [wins, tries, chance] of [
      [3, 10, 0.4],
      [0, 5, 0.9],
      [17, 40, 0.3],
      [99, 100, 0.95],
    ] as const) {
      expect(atMost(wins, tries, chance)).to.be.closeTo(jStat.binomial.cdf(wins, tries, chance), 1e-9);
      expect(atLeast(wins, tries, chance)).to.be.closeTo(
        1 - (wins === 0 ? 0 : jStat.binomial.cdf(wins - 1, tries, chance)),
        1e-9,
      );
    }
    const [low, high] = wilson95(8, 10);
    expect(low).to.be.closeTo(0.490162, 1e-5);
    expect(high).to.be.closeTo(0.943318, 1e-5);
    expect(wilson95(0, 0)).to.deep.equal([0, 1]);
    expect(wilson95(0, 20)[0]).to.equal(0);
  });

  it("adjusts the fifteen of Benjamini & Hochberg 1995, table 1: four finds at 5 %", () => {
    const asked = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528,
      0.759, 1,
    ];
    const left = adjusted(asked);
    expect(left.filter((p) => p <= 0.05)).to.have.length(4);
    expect(left[3]).to.be.closeTo((0.0095 * 15) / 4, 1e-12);
    expect(adjusted(asked.slice().reverse()).reverse()).to.deep.equal(left);
    expect(left.every((p, k) => p >= asked[k]! && p <= 1)).to.equal(true);
  });

  it("takes a share between two numbers in a straight line", () => {
    expect(quantile([1, 2, 4], 0.75)).to.equal(3);
    expect(quantile([5], 0.25)).to.equal(5);
    expect(Number.isNaN(quantile([], 0.5))).to.equal(true);
  });
});
