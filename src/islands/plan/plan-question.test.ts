import { expect } from "chai";
import { calculateBenchPlan, type BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import type { PlanPin } from "../../../server/store/plan-pins.ts";
import { planFaults } from "../../../test/plan-faults.ts";
import { calendarOf } from "./calendar.ts";
import {
  fromEndOf,
  frozenIn,
  questionWith,
  soonOf,
  stillSoon,
  withoutPin,
  withPin,
  type WhatIf,
} from "./plan-question.ts";

const FROM_MS = Date.parse("2026-11-30T08:00:00Z");
const at = (minute: number) => new Date(FROM_MS + 60_000 * minute).toISOString();

/** Four jobs that all want the one plate, then hands at one of two benches. */
const asked: PlanAsked = {
  fromMs: FROM_MS,
  question: {
    stations: [{ name: "bench", places: 2 }, { name: "plate" }],
    technicians: [{ name: "ada" }, { name: "bo" }],
    jobs: ["A-1", "B-2", "C-3", "D-4"].map((code, k) => ({
      code,
      dueMin: 60 + 30 * k,
      steps: [
        { station: "plate", durationMin: 20, hands: 0 },
        { station: "bench", durationMin: 30, hands: 1 },
      ],
    })),
    timeLimitS: 0.2,
  },
  jobs: [{ code: "A-1", family: "TK-5 ticket handheld", takes: [], spans: [] }],
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
const planned = (
  ...more: Parameters<typeof questionWith> extends [unknown, ...infer Rest] ? Rest : never
) => {
  const question = questionWith(asked, ...more);
  const plan = calculateBenchPlan(question);
  return { question, plan };
};
const stepOf = ({ steps }: BenchPlan, code: string, index: number) =>
  steps.find((step) => step.code === code && step.index === index)!;
const pin = (more: Partial<PlanPin>): PlanPin => ({
  code: "D-4",
  fromEnd: 1,
  station: "plate",
  place: null,
  technician: null,
  startAt: at(0),
  ...more,
});

describe("what was to begin soon", () => {
  const laterBy = (minutes: number, more: Partial<PlanAsked>): PlanAsked => ({
    ...asked,
    fromMs: FROM_MS + 60_000 * minutes,
    ...more,
  });
  const soonPlan = (now: PlanAsked) => {
    const question = questionWith(now, [], { bySoon: true });
    const plan = calculateBenchPlan(question);
    expect(plan.infeasible).to.equal(undefined);
    expect(planFaults(question, plan)).to.deep.equal([]);
    return plan;
  };

  it("is told of the plan, but for what runs and what goes into a batch", () => {
    const { plan } = planned([]);
    const soon = soonOf(asked, plan);
    expect(soon.map(({ code, fromEnd }) => `${code} ${fromEnd}`)).to.deep.equal(["A-1 1", "B-2 1", "A-1 0"]);
    expect(soon[2]).to.include({ station: "bench", startAt: at(20) });
    const running = { ...asked, question: structuredClone(asked.question) };
    running.question.jobs[0]!.steps[0]!.fixed = { startMin: 0 };
    expect(soonOf(running, plan).map(({ code, fromEnd }) => `${code} ${fromEnd}`)).not.to.include("A-1 1");
    const batch = {
      ...asked,
      question: {
        ...asked.question,
        stations: [{ name: "bench", kind: "batch" as const }, { name: "plate" }],
      },
    };
    expect(soonOf(batch, plan).map(({ station }) => station)).to.deep.equal(["plate", "plate"]);
  });

  it("stays where it was in the next plan, whoever is wanted sooner by then", () => {
    const { plan } = planned([]);
    const soon = soonOf(asked, plan);
    // Now the last one is wanted at once.
    const jobs = asked.question.jobs.map((job) =>
      job.code === "D-4" ? { ...job, dueMin: 0, weight: 100 } : job,
    );
    const now = laterBy(0, { soon, question: { ...asked.question, jobs } });
    const next = soonPlan(now);
    for (const { code, fromEnd, startAt, place, technician } of soon) {
      const step = stepOf(next, code, 1 - fromEnd);
      expect(step).to.include({ place, technician, why: "pinned" });
      expect(now.fromMs + 60_000 * step.startMin).to.be.closeTo(Date.parse(startAt), 1);
    }
    // Asked without it, the last one goes first.
    expect(calculateBenchPlan(questionWith(now, [])).steps[0]!.code).to.equal("D-4");
  });

  it("moves back together, in its order, where what was to begin has not; what is much too late is planned anew", () => {
    const { plan } = planned([]);
    const soon = soonOf(asked, plan);
    const late = soonPlan(laterBy(6, { soon }));
    expect(stepOf(late, "A-1", 0)).to.include({ startMin: 0, why: "pinned" });
    expect(stepOf(late, "A-1", 1)).to.include({ startMin: 20, why: "pinned" });
    expect(stepOf(late, "B-2", 0)).to.include({ startMin: 20, why: "pinned" });
    expect(stillSoon(laterBy(16, { soon })).map(({ code, index }) => `${code} ${index}`)).to.deep.equal([
      "B-2 0",
    ]);
    // Of a job that has gone on, or is over, what is done is nothing to it.
    const further = structuredClone(asked.question);
    further.jobs[0]!.steps = further.jobs[0]!.steps.slice(1);
    expect(
      stillSoon(laterBy(20, { soon, question: further })).map(({ code, index, at: { startMin } }) => [
        code,
        index,
        startMin,
      ]),
    ).to.deep.equal([
      ["A-1", 0, 0],
      ["B-2", 0, 0],
    ]);
    expect(stillSoon(laterBy(1, { soon, question: { ...further, jobs: [] } }))).to.deep.equal([]);
  });

  it("keeps with it what may not wait, and leaves both where it would have to all the same", () => {
    const jobs = asked.question.jobs.map((job) => ({
      ...job,
      steps: [{ station: "plate", durationMin: 25, hands: 1, maxWaitAfterMin: 10 }, job.steps[1]!],
    }));
    const linked = { ...asked, question: { ...asked.question, jobs } };
    const plan = calculateBenchPlan(questionWith(linked, []));
    const soon = soonOf(linked, plan);
    // The second one's hands begin after the half hour.
    const names = (of: readonly { code: string; fromEnd: number }[]) =>
      of.map(({ code, fromEnd }) => `${code} ${fromEnd}`).sort();
    expect(names(soon)).to.deep.equal(["A-1 0", "A-1 1", "B-2 0", "B-2 1"]);
    const stand = (of: typeof soon, minutes = 2) =>
      stillSoon({ ...laterBy(minutes, { soon: of }), question: linked.question }).map(
        ({ code, index }) => `${code} ${index}`,
      );
    expect(stand(soon)).to.deep.equal(["A-1 0", "A-1 1", "B-2 0", "B-2 1"]);
    expect(stand(soon.filter(({ code, fromEnd }) => `${code} ${fromEnd}` !== "B-2 0"))).to.deep.equal([
      "A-1 0",
      "A-1 1",
    ]);
    const handsAt = (minute: number) =>
      soon.map((step) =>
        `${step.code} ${step.fromEnd}` === "A-1 0" ? { ...step, startAt: at(minute) } : step,
      );
    // What would wait too long begins later itself, but not by more than a quarter of an hour.
    const now = { ...laterBy(2, { soon: handsAt(42) }), question: linked.question };
    expect(stillSoon(now)[0]!.at.startMin).to.be.closeTo(5, 1e-6);
    expect(stand(handsAt(60))).to.deep.equal(["B-2 0", "B-2 1"]);
  });

  it("is left to the plan where a person or a place is not there any more, or where it is not soon at all", () => {
    const { plan } = planned([]);
    const [first, ...rest] = soonOf(asked, plan).filter(({ technician }) => technician !== null);
    expect(rest).to.deep.equal([]);
    const step = { ...first!, fromEnd: 1, station: "plate", place: 1, technician: null, startAt: at(0) };
    const stands = (more: Partial<PlanPin>) => stillSoon(laterBy(0, { soon: [{ ...step, ...more }] })).length;
    expect(stands({})).to.equal(1);
    expect(stands({ technician: "zoe" })).to.equal(0);
    expect(stands({ place: 2 })).to.equal(0);
    expect(stands({ startAt: at(500_000) })).to.equal(0);
    expect(stands({ code: "Z-9" })).to.equal(0);
    // What somebody holds there stays at its moment.
    const held = pin({ fromEnd: 0, station: "bench", place: 9, technician: "zoe", startAt: at(200) });
    const { question, plan: round } = planned([held]);
    expect(planFaults(question, round)).to.deep.equal([]);
    expect(stepOf(round, "D-4", 1).startMin).to.equal(200);
  });

  it("is not done by whoever is away", () => {
    const { plan } = planned([]);
    const now = laterBy(0, { soon: soonOf(asked, plan) });
    const who = stepOf(plan, "A-1", 1).technician!;
    const question = questionWith(now, [], { bySoon: true, whatIf: { kind: "away", who } });
    const without = calculateBenchPlan(question);
    expect(planFaults(question, without)).to.deep.equal([]);
    expect(without.steps.some(({ technician }) => technician === who)).to.equal(false);
  });
});

describe("the plan that somebody changes by hand", () => {
  it("keeps what is held where it was put, and plans the others round it", () => {
    const free = planned([]).plan;
    expect(stepOf(free, "D-4", 0).startMin).to.equal(60);
    const { plan, question } = planned([
      pin({}),
      pin({ code: "A-1", fromEnd: 0, station: "bench", place: 2, technician: "bo", startAt: at(90) }),
    ]);
    expect(plan.infeasible).to.equal(undefined);
    expect(planFaults(question, plan)).to.deep.equal([]);
    expect(stepOf(plan, "D-4", 0)).to.deep.include({ startMin: 0, why: "pinned" });
    expect(stepOf(plan, "A-1", 1)).to.deep.include({ startMin: 90, place: 2, technician: "bo" });
    expect(stepOf(plan, "B-2", 0).startMin).to.be.at.least(20);
  });

  it("counts steps from the last, so that what is held stays as the job goes on; what is over or elsewhere counts as none", () => {
    expect(fromEndOf(asked, { code: "A-1", index: 0 })).to.equal(1);
    const later: PlanAsked = {
      ...asked,
      question: {
        ...asked.question,
        jobs: asked.question.jobs.map((job) => ({ ...job, steps: job.steps.slice(-1) })),
      },
    };
    const fixedOf = (...pins: PlanPin[]) =>
      questionWith(later, pins).jobs.flatMap(({ steps }) => steps.flatMap(({ fixed }) => fixed ?? []));
    const onBench = pin({ fromEnd: 0, station: "bench", startAt: at(45) });
    expect(fixedOf(onBench)).to.deep.equal([{ startMin: 45 }]);
    expect(fixedOf(pin({}), pin({ fromEnd: 0, station: "lamp" }))).to.deep.equal([]);
    expect(fixedOf({ ...onBench, startAt: at(-5) })).to.deep.equal([]);
  });

  it("leaves what begins within half an hour as it was, and begins nothing else before", () => {
    const { plan } = planned([]);
    const frozen = frozenIn(plan, 5);
    expect(frozen.untilMin).to.equal(35);
    const moved = planned([pin({ startAt: at(40) })], { frozen });
    expect(planFaults(moved.question, moved.plan)).to.deep.equal([]);
    for (const { code, index, startMin, technician } of frozen.steps)
      expect(stepOf(moved.plan, code, index)).to.deep.include({ startMin, technician });
    const others = moved.plan.steps.filter(
      (step) => !frozen.steps.some(({ code, index }) => code === step.code && index === step.index),
    );
    expect(Math.min(...others.map(({ startMin }) => startMin))).to.be.at.least(35);
  });

  it("asks what would be if somebody were away, a station had one place more, a job were wanted at once", () => {
    const supposed = (whatIf: WhatIf, ...pins: PlanPin[]) => planned(pins, { whatIf }).plan;
    const held = pin({ code: "A-1", fromEnd: 0, station: "bench", technician: "bo", startAt: at(90) });
    const alone = supposed({ kind: "away", who: "bo" }, held);
    expect(new Set(alone.steps.map(({ technician }) => technician))).to.deep.equal(new Set([null, "ada"]));
    expect(alone.makespanMin).to.be.greaterThan(planned([held]).plan.makespanMin);
    expect(stepOf(supposed({ kind: "more", station: "plate" }), "D-4", 0).startMin).to.be.at.most(20);
    expect(stepOf(supposed({ kind: "rush", code: "D-4" }), "D-4", 0).startMin).to.equal(0);
  });

  it("puts off what somebody who is away was to do within the half hour", () => {
    const { plan } = planned([]);
    const frozen = frozenIn(plan, 0);
    const theirs = frozen.steps.filter(({ technician }) => technician !== null);
    expect(theirs).to.have.length(1);
    const away = planned([], { frozen, whatIf: { kind: "away", who: theirs[0]!.technician! } });
    expect(away.plan.infeasible).to.equal(undefined);
    expect(planFaults(away.question, away.plan)).to.deep.equal([]);
    expect(stepOf(away.plan, theirs[0]!.code, 1).startMin).to.be.at.least(30);
  });

  it("says whom a pin leaves no room, and is as it was once it is let go", () => {
    const first = pin({ startAt: at(10) });
    const pins = withPin(withPin([], first), pin({ code: "A-1", startAt: at(15) }));
    const { plan } = planned(pins);
    expect(plan.infeasible!.code).to.be.oneOf(["A-1", "D-4"]);
    expect(planned(withoutPin(pins, { code: "A-1", fromEnd: 1 })).plan.infeasible).to.equal(undefined);
    expect(withPin(pins, pin({ startAt: at(30) }))).to.have.length(2);
  });

  it("goes into a calendar: one entry a step, of one person what they do, in moments of the world", () => {
    const { plan } = planned([]);
    const whole = calendarOf(asked, plan, null);
    expect(whole.match(/BEGIN:VEVENT/g)).to.have.length(8);
    const own = calendarOf(asked, plan, "ada");
    expect(own.match(/BEGIN:VEVENT/g)).to.have.length(
      plan.steps.filter(({ technician }) => technician === "ada").length,
    );
    // RFC 5545: lines end in CR LF, moments in UTC, one identifier an entry.
    expect(whole.startsWith("BEGIN:VCALENDAR\r\n")).to.equal(true);
    const starts = [...whole.matchAll(/DTSTART:(\d{8}T\d{6}Z)/g)].map(([, text]) => text);
    expect(starts).to.have.length(8).and.to.include("20261130T080000Z");
    expect(new Set(whole.match(/^UID:.*$/gm)).size).to.equal(8);
  });
});
