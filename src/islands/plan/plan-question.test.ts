import { expect } from "chai";
import { calculateBenchPlan, type BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import type { PlanPin } from "../../../server/store/plan-pins.ts";
import { planFaults } from "../../../test/plan-faults.ts";
import { calendarOf } from "./calendar.ts";
import { fromEndOf, frozenIn, questionWith, withoutPin, withPin, type WhatIf } from "./plan-question.ts";

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
  hours: [],
  isUsual: true,
  lots: {},
  leftOut: [],
  pins: [],
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
