import { expect } from "chai";
import { calculateBenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PromiseAsked } from "../../../server/plan.ts";
import { promiseQuestions, readyMin } from "./promise.ts";

/** One pair of hands that has an hour's work already; the new job wants another hour. */
const asked = (paces: number[], shiftMin = 1_000): PromiseAsked => ({
  asked: {
    fromMs: 0,
    question: {
      stations: [{ name: "bench" }],
      technicians: [{ name: "ada" }],
      shifts: [{ fromMin: 0, toMin: shiftMin }],
      jobs: [{ code: "A-1", dueMin: 60, steps: [{ station: "bench", durationMin: 60, hands: 1 }] }],
    },
    jobs: [],
    parts: [],
    measured: 0,
    lots: {},
    short: [],
    people: [{ key: "ada", name: "Ada" }],
    day: { from: 8, to: 17 },
    hours: [],
    isUsual: true,
    leftOut: [],
    pins: [],
    soon: [],
  },
  code: "?",
  steps: [{ station: "bench", durationMin: 60, hands: 1 }],
  paces,
  tries: 0,
  wins: 0,
});
const ready = (of: PromiseAsked) =>
  readyMin(
    of,
    promiseQuestions(of).map((question) => calculateBenchPlan(question)),
  );

describe("a day that can be promised", () => {
  it("comes after what is promised already, by usual minutes where no pace is known", () => {
    expect(promiseQuestions(asked([]))).to.have.length(1);
    expect(ready(asked([]))).to.be.closeTo(120, 0.1);
  });

  it("holds for eight in ten such jobs, by how long those took here", () => {
    // Evenly from half as long to twice as long: eight in ten take at most 1.7 times the middle.
    const paces = Array.from({ length: 101 }, (_, k) => 0.5 + (1.5 * k) / 100);
    const promised = ready(asked(paces))!;
    expect(promised).to.be.closeTo(60 + 60 * 1.7, 2);
    const held = paces.filter((pace) => 60 + 60 * pace <= promised).length / paces.length;
    expect(held).to.be.closeTo(0.8, 0.03);
  });

  it("is when the last of a batch is ready", () => {
    const of = asked([]);
    const plans = promiseQuestions(of, 3).map((question) => calculateBenchPlan(question));
    // One hour for what is there, one for each of three.
    expect(readyMin(of, plans)).to.be.closeTo(240, 0.1);
    expect(
      readyMin(
        asked([], 200),
        promiseQuestions(asked([], 200), 3).map((one) => calculateBenchPlan(one)),
      ),
    ).to.equal(null);
  });

  it("is none where the plan has no room", () => {
    expect(ready(asked([], 90))).to.equal(null);
  });
});
