import { expect } from "chai";
import { calculateBenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { lanesOf } from "./lanes.ts";

const hold = { station: "chamber", durationMin: 30, hands: 0, program: "hold" };
const asked: PlanAsked = {
  fromMs: 0,
  question: {
    stations: [
      { name: "bench", places: 2 },
      { name: "chamber", kind: "batch", places: 4 },
    ],
    technicians: [{ name: "ada" }, { name: "bo" }],
    jobs: ["A", "B", "C"].map((code) => ({
      code,
      steps: [{ station: "bench", durationMin: 10, hands: 1 }, hold],
    })),
    timeLimitS: 0.05,
  },
  jobs: [],
  parts: [],
  measured: 0,
  people: [
    { key: "ada", name: "Ada" },
    { key: "bo", name: "Bo" },
  ],
  day: { from: 8, to: 17 },
  hours: [],
  isUsual: true,
  lots: {},
  short: [],
  leftOut: [],
  pins: [],
  soon: [],
};
const plan = calculateBenchPlan(asked.question);

describe("the lanes of a day", () => {
  it("are one for each place of a station, and one for a batch's, what is in it side by side", () => {
    const lanes = lanesOf(asked, plan, "station");
    expect(lanes.map(({ station, place }) => [station, place])).to.deep.equal([
      ["bench", 1],
      ["bench", 2],
      ["chamber", null],
    ]);
    expect(lanes.flatMap(({ steps }) => steps)).to.have.length(6);
    expect(lanes[0]!.rows).to.equal(1);
    const chamber = lanes[2]!;
    // Three together, or two and one after them.
    expect(chamber.rows).to.be.within(1, 3);
    for (const { step, row } of chamber.steps)
      for (const other of chamber.steps)
        if (other.step !== step && other.row === row)
          expect(other.step.startMin >= step.endMin || other.step.endMin <= step.startMin).to.equal(true);
  });

  it("are one for each person, with what they do", () => {
    const lanes = lanesOf(asked, plan, "person");
    expect(lanes.map(({ person }) => person)).to.deep.equal(["Ada", "Bo"]);
    expect(lanes.flatMap(({ steps }) => steps.map(({ step }) => step.station))).to.deep.equal([
      "bench",
      "bench",
      "bench",
    ]);
  });
});
