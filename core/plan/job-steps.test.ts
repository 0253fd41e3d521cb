import { expect } from "chai";
import { asksFor, familyNamed, workedTo } from "../../test/bench-hand.ts";
import { planFaults } from "../../test/plan-faults.ts";
import { sceneAtStart } from "../device/start.ts";
import { planProcedure } from "../job/plan.ts";
import { replay } from "../job/replay.ts";
import { deviceRules } from "../moves.ts";
import { calculateBenchPlan } from "./bench-plan.ts";
import type { BenchPlanInput } from "./bench-plan-input.ts";
import { jobSteps, usualStations, type TimedMove } from "./job-steps.ts";

const told = (moves: readonly TimedMove[]) =>
  jobSteps(moves).steps.map(({ station, durationMin, hands, maxWaitAfterMin }) => [
    station,
    durationMin,
    hands,
    maxWaitAfterMin ?? null,
  ]);

/** Moves one after the other: what they wait before, and what they take, min. */
function oneByOne(...moves: [kind: string, waitMin: number, min: number][]): TimedMove[] {
  let at = 0;
  return moves.map(([kind, waitMin, min]) => {
    const fromMs = at;
    const startMs = fromMs + 60_000 * waitMin;
    at = startMs + 60_000 * min;
    return { move: { kind }, fromMs, startMs, endMs: at };
  });
}

describe("a job's steps for the plan", () => {
  it("lie together where moves lie together, what runs by itself apart", () => {
    expect(
      told(
        oneByOne(["casing-opened", 0, 5], ["soak-started", 0, 1], ["soak-ended", 12, 0], ["strip-cut", 0, 2]),
      ),
    ).to.deep.equal([
      ["bench", 5, 1, null],
      ["plate", 1, 1, 2],
      ["plate", 12, 0, 2],
      ["plate", 2, 1, null],
    ]);
  });

  it("count a short wait, and what is done elsewhere in passing, to where hands are", () => {
    expect(
      told(
        oneByOne(
          ["soak-started", 0, 1],
          ["soak-ended", 2, 0],
          ["part-taken-out", 0, 3],
          ["old-off", 0, 1],
          ["casing-opened", 0, 6],
        ),
      ),
    ).to.deep.equal([
      ["plate", 7, 1, null],
      ["bench", 6, 1, null],
    ]);
  });

  it("say what may not wait: the last wipe before laying, glue before the lamp", () => {
    expect(
      told(oneByOne(["wiped", 0, 2], ["liquid-laid", 0, 3], ["lowered", 9, 1], ["lamp-on", 0, 1])),
    ).to.deep.equal([
      ["bench", 2, 1, 10],
      ["lay-up", 3, 1, null],
      ["lay-up", 9, 0, 20],
      ["lay-up", 1, 1, 20],
      ["lamp", 1, 1, null],
    ]);
  });

  it("are planned for jobs as they stand, each to its end", () => {
    const jobs = (
      [
        ["TK-5", "layer", "heat-chosen"],
        ["AQ-8", "glass-sensor", "agreed"],
        ["WS-240", "film", "agreed"],
      ] as const
    ).map(([code, route, until]) => {
      const family = familyNamed(code);
      const { moves } = workedTo(family, route, asksFor(until), { endMs: 1_800_000_000_000 });
      const start = sceneAtStart(family, 1_800_000_000_000);
      const scene = { ...start, state: replay(deviceRules, start, moves) };
      const plan = planProcedure(deviceRules, scene, moves.length + 1);
      expect(plan.stuck).to.equal(null);
      const { steps } = jobSteps(plan.steps);
      // Nothing is lost of what the job takes.
      const whole = (plan.steps.at(-1)!.endMs - plan.steps[0]!.fromMs) / 60_000;
      expect(steps.reduce((sum, { durationMin }) => sum + durationMin, 0)).to.be.closeTo(whole, 1e-6);
      return { code, steps };
    });
    const input: BenchPlanInput = { stations: [...usualStations], technicians: 2, jobs, timeLimitS: 0.1 };
    const plan = calculateBenchPlan(input);
    expect(plan.infeasible).to.equal(undefined);
    expect(planFaults(input, plan)).to.deep.equal([]);
  });
});
