import { expect } from "chai";
import { calculateCureDose } from "../cure/cure-dose.ts";
import { FRAMES_PER_S, played } from "./exercise.ts";
import { evenHand, overFingersHand, sweep, unevenHand } from "./sweep-hands.ts";
import { leastDose, sweepBegun, sweepLight, sweepOf, sweepStep, sweepVerdict } from "./sweep.ts";

/** Four times as fast, as it may be practised. */
const TIMES = 4;

describe("the practice of sweeping a torch", () => {
  it("is lost where a hand stays over the middle, for a place below its dose, which is in a corner", () => {
    const truth = sweepOf(3);
    const { lost } = played(sweep, truth, unevenHand(truth, TIMES), TIMES);
    const { widthMm, heightMm } = truth.panel;
    expect([0, widthMm]).to.include(lost!.at!.xMm);
    expect([0, heightMm]).to.include(lost!.at!.yMm);
  });

  it("is lost where the light goes over the fingers, when they have had what they may", () => {
    const truth = sweepOf(5);
    const { end } = played(sweep, truth, overFingersHand(truth, TIMES), TIMES);
    expect(end.lost!.had)
      .to.be.above(end.lost!.limit)
      .and.below(1.1 * end.lost!.limit);
    // It stops there.
    const after = [...overFingersHand(truth, TIMES), { xMm: 0, yMm: 0, on: true }];
    expect(played(sweep, truth, after, TIMES).end).to.deep.equal(end);
  });

  it("paints what the calculation gives when it is asked directly, to rounding", () => {
    const truth = sweepOf(7);
    const path = [
      [0, 0],
      [40, 12],
      [90, 55],
    ] as const;
    let state = sweepBegun(truth);
    for (const [xMm, yMm] of path) state = sweepStep(truth, state, { xMm, yMm, on: true }, 1 / FRAMES_PER_S);
    const maps = path.map(([xMm, yMm]) => calculateCureDose(sweepLight(truth, { xMm, yMm })).map.mwCm2);
    state.doseMjCm2.forEach((row, y) =>
      row.forEach((dose, x) => {
        const asked = maps.reduce((sum, map) => sum + map[y]![x]! / FRAMES_PER_S, 0);
        expect(dose).to.be.closeTo(asked, 1e-9 * Math.max(1, asked));
      }),
    );
    // And what it all comes to, by one question: a lamp at each place for its share of the time.
    const together = calculateCureDose({
      ...sweepLight(truth, { xMm: 0, yMm: 0 }),
      lamps: path.flatMap(([xMm, yMm]) => sweepLight(truth, { xMm, yMm }).lamps!),
    });
    expect(leastDose(state).doseMjCm2).to.be.closeTo(together.minMwCm2 / FRAMES_PER_S, 1e-9);
  });

  it("gives nothing while the torch is off, and is the same again for the same seed and hand", () => {
    const truth = sweepOf(2);
    const dark = played(
      sweep,
      truth,
      evenHand(truth, 30).map((hand) => ({ ...hand, on: false })),
      30,
    );
    expect(leastDose(dark.end).doseMjCm2).to.equal(0);
    expect(sweepVerdict(truth, dark.end)).to.deep.include({ reason: "below dose", had: 0 });
    const twice = [0, 1].map(() => played(sweep, sweepOf(2), evenHand(sweepOf(2), 8), 8).end);
    expect(twice[0]).to.deep.equal(twice[1]);
    expect(sweepOf(2)).not.to.deep.equal(sweepOf(4));
  });
});
