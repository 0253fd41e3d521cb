import { expect } from "chai";
import { createRequire } from "node:module";
import { betaQuantile, betaShare } from "./beta.ts";

interface JStat {
  beta: {
    cdf: (x: number, a: number, b: number) => number;
    inv: (p: number, a: number, b: number) => number;
  };
}
const { jStat } = createRequire(import.meta.url)("jstat") as { jStat: JStat };

describe("the Beta distribution", () => {
  // Pairs (a, b) as wins and losses give them, with odd priors, from one job to thousands.
  const pairs = [0.3, 0.75, 1, 2.5, 8, 23, 140, 2_000].flatMap((a) =>
    [0.25, 1, 3, 17, 300].map((b) => [a, b] as const),
  );

  it("has the quantiles of jStat 1.9.6", () => {
    for (const [a, b] of pairs) {
      for (const share of [0.025, 0.05, 0.5, 0.95, 0.975]) {
        const wanted = jStat.beta.inv(share, a, b);
        expect(betaQuantile(share, a, b), `${share} of Beta(${a}, ${b})`).to.be.closeTo(wanted, 1e-6);
      }
    }
  });

  it("has the shares of jStat 1.9.6", () => {
    for (const [a, b] of pairs) {
      for (const x of [0.01, 0.2, 0.5, 0.77, 0.99]) {
        expect(betaShare(x, a, b)).to.be.closeTo(jStat.beta.cdf(x, a, b), 1e-7);
      }
    }
  });

  it("is the chance of so many wins or more where both are whole numbers (Abramowitz & Stegun 26.5.24)", () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);
    for (const [a, b] of [
      [7, 3],
      [1, 9],
      [12, 12],
      [30, 4],
    ] as const) {
      const n = a + b - 1;
      for (const x of [0.1, 0.45, 0.83]) {
        let sum = 0;
        for (let k = a; k <= n; k += 1) sum += choose(n, k) * x ** k * (1 - x) ** (n - k);
        expect(betaShare(x, a, b)).to.be.closeTo(sum, 1e-12);
      }
    }
  });

  it("agrees with closed forms: uniform, powers, and its own mirror image", () => {
    expect(betaQuantile(0.37, 1, 1)).to.be.closeTo(0.37, 1e-12);
    // Beta(a, 1) has the share x^a, Beta(1, b) has 1 - (1 - x)^b.
    expect(betaShare(0.6, 5, 1)).to.be.closeTo(0.6 ** 5, 1e-13);
    expect(betaShare(0.2, 1, 7)).to.be.closeTo(1 - 0.8 ** 7, 1e-13);
    for (const [a, b] of pairs) {
      expect(betaQuantile(0.05, a, b)).to.be.closeTo(1 - betaQuantile(0.95, b, a), 1e-9);
    }
    expect(betaShare(0, 2, 3)).to.equal(0);
    expect(betaShare(1, 2, 3)).to.equal(1);
  });
});
