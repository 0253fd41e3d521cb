import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { calculateCureDose } from "../cure/cure-dose.ts";
import { evenHand, overFingersHand, unevenHand } from "./sweep-hands.ts";
import {
  FRAMES_PER_S,
  leastDose,
  played,
  sweepBegun,
  sweepLight,
  sweepOf,
  sweepStep,
  sweepVerdict,
  type SweepHand,
  type SweepTask,
} from "./sweep.ts";

const SEEDS = Array.from({ length: isLong ? 100 : 10 }, (_, k) => k + 1);
/** Four times as fast, as it may be practised. */
const TIMES = 4;

describe("the practice of sweeping a torch", () => {
  /** How many of the seeds a hand ends in a way. */
  const endings = (hand: (task: SweepTask, times: number) => SweepHand[], reason: string | null) =>
    SEEDS.filter((seed) => {
      const truth = sweepOf(seed);
      return (played(truth, hand(truth, TIMES), TIMES).lost?.reason ?? null) === reason;
    }).length;

  it("goes well for a good hand, whatever panel, glue and lamp a seed has", () => {
    expect(endings(evenHand, null)).to.be.at.least(0.95 * SEEDS.length);
  });

  it("is lost where a hand stays over the middle, for a place below its dose, which is in a corner", () => {
    expect(endings(unevenHand, "below dose")).to.be.at.least(0.95 * SEEDS.length);
    const truth = sweepOf(3);
    const { lost } = played(truth, unevenHand(truth, TIMES), TIMES);
    const { widthMm, heightMm } = truth.panel;
    expect([0, widthMm]).to.include(lost!.at.xMm);
    expect([0, heightMm]).to.include(lost!.at.yMm);
  });

  it("is lost where the light goes over the fingers, when they have had what they may", () => {
    expect(endings(overFingersHand, "skin")).to.be.at.least(0.95 * SEEDS.length);
    const truth = sweepOf(5);
    const { end } = played(truth, overFingersHand(truth, TIMES), TIMES);
    // It stops there.
    expect(end.lost!.hadMjCm2)
      .to.be.above(end.lost!.limitMjCm2)
      .and.below(1.1 * end.lost!.limitMjCm2);
    expect(sweepStep(truth, end, { xMm: 0, yMm: 0, on: true }, 1)).to.equal(end);
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
      truth,
      evenHand(truth, 30).map((hand) => ({ ...hand, on: false })),
      30,
    );
    expect(leastDose(dark.end).doseMjCm2).to.equal(0);
    expect(sweepVerdict(truth, dark.end)).to.deep.include({ reason: "below dose", hadMjCm2: 0 });
    const twice = [0, 1].map(() => played(sweepOf(2), evenHand(sweepOf(2), 8), 8).end);
    expect(twice[0]).to.deep.equal(twice[1]);
    expect(sweepOf(2)).not.to.deep.equal(sweepOf(4));
  });
});
