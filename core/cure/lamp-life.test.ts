import { expect } from "chai";
import { seededRandom } from "../../demo/random.ts";
import { describeFaults } from "../faults.ts";
import { calculateLampLife, lampLifeInput } from "./lamp-life.ts";
import { isLong } from "../../test/long.ts";

const lamp = (hours: number) => 60 * Math.exp(-0.0004 * hours);

describe("lamp-life", () => {
  it("finds an exact decay again, and when it ends", () => {
    const readings = [0, 200, 400, 800].map((hours) => ({ hours, irradianceMwCm2: lamp(hours) }));
    const found = calculateLampLife({ readings, lowestUsefulMwCm2: 30 });
    expect(found.newMwCm2).to.be.closeTo(60, 1e-9);
    expect(found.nowMwCm2).to.be.closeTo(lamp(800), 1e-9);
    expect(found.nowPct).to.be.closeTo(100 * Math.exp(-0.32), 1e-9);
    expect(found.lossPctPer100H).to.be.closeTo(100 * (1 - Math.exp(-0.04)), 1e-9);
    expect(found.replaceAtHours!).to.be.closeTo(Math.log(2) / 0.0004, 1e-6);
    expect(found.replaceFromHours!).to.be.closeTo(found.replaceToHours!, 1e-3);
  });

  it("holds the true end within its interval in 93 to 97 of 100 noisy trials, few readings or many, quiet or noisy (fixed seed)", () => {
    const random = seededRandom(11);
    const endH = Math.log(2) / 0.0004;
    const trials = isLong ? 10_000 : 1_000;
    // So few tell the share only so well: three standard errors.
    const slack = trials < 10_000 ? 2 : 0;
    for (const many of [4, 6, 10, 20]) {
      for (const noise of [0.01, 0.03, 0.06]) {
        let held = 0;
        for (let trial = 0; trial < trials; trial += 1) {
          const readings = Array.from({ length: many }, (_, i) => {
            const hours = (900 / (many - 1)) * i;
            return { hours, irradianceMwCm2: lamp(hours) * Math.exp(random.normal(0, noise)) };
          });
          const { replaceAtHours, replaceFromHours, replaceToHours } = calculateLampLife({
            readings,
            lowestUsefulMwCm2: 30,
          });
          // A line that does not fall foretells no end at all: it promises nothing that could be wrong.
          const holds =
            replaceAtHours === null || (replaceFromHours! <= endH && endH <= (replaceToHours ?? Infinity));
          if (holds) held += 1;
        }
        expect((100 * held) / trials, `${many} readings, noise ${noise}`).to.be.within(
          93 - slack,
          97 + slack,
        );
      }
    }
  });

  it("foretells no end for a lamp that does not fall, and no latest end where it hardly does", () => {
    const readings = (values: readonly number[]) =>
      values.map((irradianceMwCm2, i) => ({ hours: 100 * i, irradianceMwCm2 }));
    const steady = calculateLampLife({ readings: readings([60, 60.5, 61, 61.5]), lowestUsefulMwCm2: 30 });
    expect(steady.replaceAtHours).to.equal(null);
    const unsure = calculateLampLife({ readings: readings([60, 55, 61, 58, 57]), lowestUsefulMwCm2: 30 });
    expect(unsure.replaceAtHours).not.to.equal(null);
    expect(unsure.replaceToHours).to.equal(null);
  });

  it("refuses too few readings, or all of one hour", () => {
    const faults = (hours: readonly number[]) => {
      const input = { readings: hours.map((h) => ({ hours: h, irradianceMwCm2: 5 })), lowestUsefulMwCm2: 3 };
      const parsed = lampLifeInput.safeParse(input);
      return parsed.success ? "" : describeFaults(parsed.error, input)[0]!.message;
    };
    expect(faults([0, 1])).to.include("at least 3");
    expect(faults([5, 5, 5])).to.include("two different hours");
    expect(faults([0, 1, 2])).to.equal("");
  });
});
