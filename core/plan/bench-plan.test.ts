import { expect } from "chai";
import loadHighs from "highs";
import { dayOf } from "../../test/bench-day.ts";
import { planFaults } from "../../test/plan-faults.ts";
import { jobShops } from "../../test/reference/job-shops.ts";
import { leastMakespan } from "../../test/reference/every-order.ts";
import { planProgram } from "../../test/reference/plan-program.ts";
import { cpuClock, cpuMs } from "../../test/cpu-time.ts";
import { isLong } from "../../test/long.ts";
import { randomStream } from "../random.ts";
import { benchPlanInput, type BenchPlanInput } from "./bench-plan-input.ts";
import { calculateBenchPlan, type BenchPlan } from "./bench-plan.ts";

/** A plan of a question, which does nothing that the question does not allow. */
function planned(input: BenchPlanInput): BenchPlan {
  const plan = calculateBenchPlan(input);
  expect(plan.infeasible).to.equal(undefined);
  expect(planFaults(input, plan)).to.deep.equal([]);
  return plan;
}
const startOf = (plan: BenchPlan, code: string, index = 0) =>
  plan.steps.find((step) => step.code === code && step.index === index)!;

/** A published instance: jobs of machines and durations in turn. */
function jobShop(name: keyof typeof jobShops): BenchPlanInput {
  const [, size, ...rows] = jobShops[name].split("\n");
  const machines = Number(size!.trim().split(/\s+/)[1]);
  return {
    stations: Array.from({ length: machines }, (_, k) => ({ name: `machine ${k}` })),
    technicians: 0,
    objective: "makespan",
    jobs: rows.map((row, j) => {
      const values = row.trim().split(/\s+/).map(Number);
      return {
        code: `job ${j}`,
        steps: Array.from({ length: machines }, (_, k) => ({
          station: `machine ${values[2 * k]}`,
          durationMin: values[2 * k + 1]!,
          hands: 0,
        })),
      };
    }),
  };
}

const plate = { name: "plate" };
const bench = { name: "bench", places: 2 };
const chamber = { name: "chamber", kind: "batch" as const, places: 3 };

describe("a plan of the bench", () => {
  it("finds what is known to be best of published cases, at once (Fisher & Thompson 1963, Lawrence 1984)", () => {
    for (const [name, best] of [
      ["ft06", 55],
      ["la01", 666],
    ] as const) {
      const spentMs = cpuMs(() =>
        expect(planned({ ...jobShop(name), timeLimitS: 0.5 }).makespanMin, name).to.equal(best),
      );
      expect(spentMs, name).to.be.below(2_000);
    }
  });

  it("comes within 1 % of the best of ten by ten (ft10: 930)", () => {
    for (const seed of isLong ? [1, 2, 3, 4, 5, 6, 7, 8, 9, 10] : [1])
      expect(planned({ ...jobShop("ft10"), timeLimitS: isLong ? 20 : 2, seed }).makespanMin).to.be.within(
        930,
        939,
      );
  }).timeout(400_000);

  it("is as good as an integer program's on small cases: waits, hands, places, batches, shifts", async () => {
    const highs = await loadHighs();
    const random = randomStream(7);
    const among = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)]!;
    for (let k = 0; k < (isLong ? 60 : 20); k += 1) {
      const lengths: Record<string, number> = { a: 3, b: 2 };
      const input: BenchPlanInput = {
        stations: [plate, bench, { ...chamber, places: 2 }],
        technicians: 1 + Math.floor(random() * 2),
        objective: k % 2 ? "makespan" : "tardiness",
        // Half of the days have a pause, and an end of the shift that something may be left over from.
        ...(k % 4 < 2
          ? {}
          : {
              shifts: [
                { fromMin: 0, toMin: 4 + Math.floor(random() * 5) },
                { fromMin: 10, toMin: 15 + Math.floor(random() * 4) },
                { fromMin: 22, toMin: 40 },
              ],
            }),
        timeLimitS: 0.1,
        jobs: Array.from({ length: 3 }, (_, j) => ({
          code: `J${j}`,
          releaseMin: Math.floor(random() * 4),
          dueMin: 4 + Math.floor(random() * 8),
          weight: 1 + Math.floor(random() * 3),
          steps: Array.from({ length: 3 }, () => {
            const station = among(["plate", "bench", "chamber"]);
            const program = station === "chamber" ? among(["a", "b"]) : undefined;
            return {
              station,
              durationMin: program ? lengths[program]! : 1 + Math.floor(random() * 4),
              hands: station === "chamber" || random() < 0.4 ? 0 : 1,
              ...(program ? { program } : {}),
              ...(random() < 0.4 ? { maxWaitAfterMin: Math.floor(random() * 3) } : {}),
            };
          }),
        })),
      };
      const { ObjectiveValue, Status } = highs.solve(
        planProgram(benchPlanInput.parse(input), input.shifts ? 40 : 32),
      );
      expect(Status, `case ${k}`).to.equal("Optimal");
      const plan = planned(input);
      const value = input.objective === "makespan" ? plan.makespanMin : plan.tardinessMin;
      expect(value, `case ${k}`).to.be.closeTo(ObjectiveValue, 1e-6);
    }
  }).timeout(240_000);

  it("gives a step to somebody who is quicker, and keeps that person free for it, as well as any order and any hands", () => {
    const random = randomStream(5);
    const minutes = () => 1 + Math.floor(random() * 6);
    for (let k = 0; k < (isLong ? 300 : 40); k += 1) {
      const mayAll = random() < 0.7;
      const input = {
        stations: [plate, bench],
        technicians: [{ name: "A" }, { name: "B", can: mayAll ? ["plate", "bench"] : ["bench"] }],
        objective: "makespan" as const,
        timeLimitS: 0.05,
        jobs: Array.from({ length: 3 }, (_, j) => ({
          code: `J${j}`,
          steps: Array.from({ length: 2 }, () => {
            const hands = random() < 0.7 ? 1 : 0;
            return {
              station: random() < 0.5 ? "plate" : "bench",
              durationMin: minutes(),
              hands,
              ...(hands ? { minutesBy: { A: minutes(), B: minutes() } } : {}),
            };
          }),
        })),
      };
      expect(planned(input).makespanMin, `case ${k}`).to.be.closeTo(leastMakespan(input), 1e-6);
    }
  });

  it("holds a step for whoever it is pinned to as long as that person takes; nobody unknown has minutes", () => {
    const steps = [{ station: "plate", durationMin: 10, hands: 1, minutesBy: { A: 4 } }];
    const input = { stations: [plate], technicians: [{ name: "A" }, { name: "B" }], timeLimitS: 0.05 };
    const lengthOf = (fixed?: { startMin: number; technician?: string }) => {
      const plan = planned({
        ...input,
        jobs: [{ code: "J", steps: [{ ...steps[0]!, ...(fixed ? { fixed } : {}) }] }],
      });
      return plan.steps[0]!.endMin - plan.steps[0]!.startMin;
    };
    expect(lengthOf()).to.equal(4);
    expect(lengthOf({ startMin: 3, technician: "A" })).to.equal(4);
    expect(lengthOf({ startMin: 3, technician: "B" })).to.equal(10);
    expect(lengthOf({ startMin: 3 })).to.equal(10);
    const read = benchPlanInput.safeParse({
      ...input,
      jobs: [{ code: "J", steps: [{ ...steps[0]!, minutesBy: { Z: 4 } }] }],
    });
    expect(read.error?.issues[0]?.path).to.deep.equal(["jobs", 0, "steps", 0, "minutesBy", "Z"]);
  });

  it("plans forty jobs of nine steps within a second, then better, each told on the way", () => {
    const input = { ...dayOf(40, 3), timeLimitS: 1 };
    const told: { share: number; late: number }[] = [];
    let firstMs = Infinity;
    const spentMs = cpuClock();
    const plan = calculateBenchPlan(input, (share, soFar) => {
      firstMs = Math.min(firstMs, spentMs());
      const best = soFar as BenchPlan;
      expect(planFaults(input, best)).to.deep.equal([]);
      told.push({ share, late: best.tardinessMin });
    });
    expect(firstMs).to.be.below(1_000);
    expect(planFaults(input, plan)).to.deep.equal([]);
    expect(told.length).to.be.above(2);
    expect(plan.tardinessMin).to.be.at.most(told.at(-1)!.late).and.below(told[0]!.late);
    told.slice(1).forEach(({ late }, k) => expect(late).to.be.at.most(told[k]!.late));
    // The same question gives the same plan.
    expect(calculateBenchPlan(input)).to.deep.equal(plan);
  });

  it("keeps hands inside one shift and lets the rest run on", () => {
    const plan = planned({
      stations: [plate, bench],
      technicians: 1,
      shifts: [
        { fromMin: 0, toMin: 60 },
        { fromMin: 60, toMin: 120 },
      ],
      jobs: [
        {
          code: "A",
          steps: [
            { station: "bench", durationMin: 50, hands: 1 },
            { station: "bench", durationMin: 20, hands: 1 },
            { station: "plate", durationMin: 200, hands: 0 },
          ],
        },
      ],
    });
    expect(startOf(plan, "A", 1)).to.include({ startMin: 60, why: "shift" });
    expect(startOf(plan, "A", 2)).to.include({ startMin: 80, endMin: 280, technician: null });
  });

  it("holds a step back so that the next does not wait longer than it may", () => {
    const plan = planned({
      stations: [plate, bench],
      technicians: 1,
      jobs: [
        { code: "A", dueMin: 30, steps: [{ station: "bench", durationMin: 30, hands: 1 }] },
        {
          code: "B",
          dueMin: 60,
          steps: [
            { station: "plate", durationMin: 10, hands: 0, maxWaitAfterMin: 2 },
            { station: "bench", durationMin: 5, hands: 1 },
          ],
        },
      ],
    });
    expect(startOf(plan, "A").startMin).to.equal(0);
    expect(startOf(plan, "B")).to.include({ startMin: 18, why: "step after" });
    expect(startOf(plan, "B", 1)).to.include({ startMin: 30, why: "hands" });
  });

  it("waits until a batch is full where that is sooner for both", () => {
    const step = { station: "chamber", durationMin: 30, hands: 0, program: "debubble" };
    const plan = planned({
      stations: [chamber],
      technicians: 0,
      objective: "makespan",
      jobs: [
        { code: "A", steps: [step] },
        { code: "B", releaseMin: 5, steps: [step] },
        { code: "C", releaseMin: 5, steps: [{ ...step, program: "bake" }] },
      ],
    });
    expect(startOf(plan, "A").startMin).to.equal(startOf(plan, "B").startMin);
    expect(plan.makespanMin).to.equal(65);
  });

  it("plans round what is pinned, frozen and running", () => {
    const input: BenchPlanInput = {
      stations: [plate, bench],
      technicians: [{ name: "Ada", can: ["bench"] }, { name: "Bo" }],
      frozenUntilMin: 30,
      jobs: [
        {
          code: "A",
          steps: [
            { station: "plate", durationMin: 20, hands: 1, fixed: { startMin: 25, technician: "Bo" } },
            { station: "bench", durationMin: 10, hands: 1 },
          ],
        },
        { code: "B", steps: [{ station: "plate", durationMin: 10, hands: 1 }] },
        {
          code: "C",
          steps: [
            { station: "bench", durationMin: 15, hands: 1 },
            { station: "bench", durationMin: 15, hands: 1, fixed: { startMin: 60, place: 2 } },
          ],
        },
      ],
    };
    const plan = planned(input);
    expect(startOf(plan, "A")).to.include({ startMin: 25, technician: "Bo", why: "pinned" });
    expect(startOf(plan, "B")).to.include({ startMin: 45, technician: "Bo" });
    expect(startOf(plan, "C").startMin).to.be.within(30, 45);
  });

  it("says who cannot be planned, and why", () => {
    const step = { station: "plate", durationMin: 20, hands: 1 };
    const of = (more: Partial<BenchPlanInput>, ...steps: BenchPlanInput["jobs"][number]["steps"]) =>
      calculateBenchPlan({
        stations: [plate, bench],
        technicians: 1,
        jobs: [{ code: "A", steps: steps.length > 0 ? steps : [step] }],
        timeLimitS: 0.05,
        ...more,
      }).infeasible;
    expect(of({ technicians: 0 })).to.deep.equal({
      code: "A",
      sentence: "Nobody in the plan works at plate.",
    });
    expect(of({ technicians: [{ name: "Ada", can: ["bench"] }] })?.sentence).to.include("works at plate");
    expect(of({ shifts: [{ fromMin: 0, toMin: 15 }] })?.sentence).to.equal(
      "No shift is long enough for 20 min at plate.",
    );
    expect(of({ shifts: [{ fromMin: 0, toMin: 30 }] }, step, step)?.sentence).to.equal(
      "The work at plate does not fit into the shifts.",
    );
    expect(of({}, step, { ...step, station: "bench", fixed: { startMin: 10 } })?.sentence).to.equal(
      "The work at plate cannot end before the pinned step after it.",
    );
    expect(
      of({}, { ...step, fixed: { startMin: 10 } }, { ...step, fixed: { startMin: 20 } })?.sentence,
    ).to.include("is pinned where it cannot be: it would begin before the step before it ends");
    const past = [
      { ...step, maxWaitAfterMin: 5, fixed: { startMin: 0 } },
      { ...step, fixed: { startMin: 90 } },
    ];
    expect(of({}, ...past)).to.equal(undefined);
    const waiting = of(
      { frozenUntilMin: 100 },
      { ...step, maxWaitAfterMin: 5, fixed: { startMin: 0 } },
      { ...step, station: "bench" },
    );
    expect(waiting).to.deep.equal({
      code: "A",
      sentence: "The bench is not free within 5 min of the step before.",
    });
    const lunch = of(
      {
        shifts: [
          { fromMin: 0, toMin: 10 },
          { fromMin: 60, toMin: 90 },
        ],
      },
      { ...step, hands: 0, durationMin: 20, maxWaitAfterMin: 5, fixed: { startMin: 0 } },
      { ...step, station: "bench" },
    );
    expect(lunch?.sentence).to.equal("Nobody is there for the bench within 5 min of the step before.");
  });

  it("names what is wrong with a question", () => {
    const faultsOf = (more: object) =>
      benchPlanInput
        .safeParse({
          stations: [plate],
          technicians: 1,
          jobs: [{ code: "A", steps: [{ station: "plate", durationMin: 5, hands: 1 }] }],
          ...more,
        })
        .error?.issues.map(({ path, message }) => `${path.join(".")}: ${message}`);
    expect(faultsOf({})).to.equal(undefined);
    expect(faultsOf({ stations: [plate, plate] })).to.deep.equal([
      'stations.1.name: "plate" is there twice; each has a name of its own',
    ]);
    expect(
      faultsOf({ jobs: [{ code: "A", steps: [{ station: "plate", durationMin: 5, hands: 2 }] }] }),
    ).to.deep.equal(["jobs.0.steps.0.hands: must be a whole number from 0 to 1"]);
    expect(
      faultsOf({ jobs: [{ code: "A", steps: [{ station: "oven", durationMin: 5, hands: 0 }] }] }),
    ).to.deep.equal(['jobs.0.steps.0.station: there is no station "oven"']);
    expect(faultsOf({ shifts: [{ fromMin: 60, toMin: 30 }] })).to.deep.equal([
      "shifts.0.toMin: must be after fromMin: a shift ends after it begins",
    ]);
  });
});
