import { expect } from "chai";
import { findCalculation, runCalculation } from "../core/calculations.ts";
import { describeFaults } from "../core/faults.ts";
import { largestInputs } from "./largest-inputs.ts";
import { isLong } from "../test/long.ts";

/** Half of what the server gives one calculation, so that a slower machine keeps the bound as well. */
const MOST_S = 30;

describe("the largest inputs that the schemas take", () => {
  for (const [name, make] of Object.entries(largestInputs)) {
    it(`${name}: is taken${isLong ? `, and answered within ${MOST_S} s` : ""}`, () => {
      const calculation = findCalculation(name)!;
      const input = make();
      const parsed = calculation.input.safeParse(input);
      expect(parsed.success ? [] : describeFaults(parsed.error, input)).to.deep.equal([]);
      if (!isLong) return;
      const startedMs = performance.now();
      runCalculation(calculation, input);
      expect((performance.now() - startedMs) / 1_000).to.be.below(MOST_S);
    }).timeout(120_000);
  }
});
