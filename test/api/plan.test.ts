import { expect } from "chai";
import type pg from "pg";
import { calculateBenchPlan } from "../../core/plan/bench-plan.ts";
import { benchPlanInput, type BenchPlanInput } from "../../core/plan/bench-plan-input.ts";
import { usualBench } from "../../core/plan/shop-bench.ts";
import { planAsked, promiseAsked } from "../../server/plan.ts";
import { findFamily } from "../../server/store/families.ts";
import { questionWith } from "../../src/islands/plan/plan-question.ts";
import * as bench from "../../src/pages/api/shop/bench.ts";
import * as pins from "../../src/pages/api/plan/pins.ts";
import * as soon from "../../src/pages/api/plan/soon.ts";
import { GET as plan } from "../../src/pages/api/plan/index.ts";
import { GET as promise } from "../../src/pages/api/plan/promise.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { planFaults } from "../plan-faults.ts";
import { ask, expectFault } from "./ask.ts";

describe("the plan of the day", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const asked = () => planAsked(pool, DEMO_NOW_MS);
  /** The jobs of the demo: other tests leave jobs in every state. */
  const ofDemo = (question: BenchPlanInput): BenchPlanInput => ({
    ...question,
    jobs: question.jobs.filter(({ code }) => /^GW-11\d\d$/.test(code)),
  });
  const pin = (code: string, startAt: string, more: object = {}) => ({
    code,
    fromEnd: 0,
    station: "bench",
    place: null,
    technician: "imre",
    startAt,
    ...more,
  });
  const later = new Date(DEMO_NOW_MS + 5 * 3_600_000).toISOString();

  it("asks for what every open job still wants, and says of the others why not; the planner can do it", async () => {
    const { question, leftOut, lots } = await asked();
    // Jobs that will lay a liquid are among them.
    expect(lots.adhesive).to.be.within(1, 500);
    // What open jobs want more of than may be used is said.
    expect((await asked()).short).not.to.include("adhesive");
    await pool.query(
      "INSERT INTO lot_block (lot, who) SELECT lot, 'odile' FROM lot WHERE kind = 'adhesive' ON CONFLICT DO NOTHING",
    );
    expect((await asked()).short).to.include("adhesive");
    await pool.query("DELETE FROM lot_block WHERE who = 'odile'");
    const open = await pool.query<{ code: string }>("SELECT code FROM job WHERE ended_at IS NULL");
    expect([...question.jobs, ...leftOut].map(({ code }) => code)).to.have.members(
      open.rows.map(({ code }) => code),
    );
    expect(leftOut.find(({ code }) => code === "GW-1162")!.why).to.include("Film sheet on order");
    const own = ofDemo(question);
    expect(own.jobs.length).to.be.greaterThan(10);
    expect(planFaults(own, calculateBenchPlan(own))).to.deep.equal([]);
    const { body } = await ask(plan);
    expect(benchPlanInput.safeParse(body.question).success).to.equal(true);
  });

  it("plans what is in hand and due first where more is open than can be planned, and says so of the others", async () => {
    const whole = await asked();
    const most = whole.question.jobs.length - 3;
    const { question, leftOut } = await planAsked(pool, DEMO_NOW_MS, most);
    expect(question.jobs.length).to.be.at.most(most);
    const tooMany = leftOut.filter(({ why }) => why.startsWith(`More than ${most} jobs`));
    expect(tooMany.length).to.equal(whole.question.jobs.length + whole.leftOut.length - most);
    const { rows } = await pool.query<{ code: string; isInHand: boolean; due: Date | null }>(
      `SELECT code, due_at AS due, (SELECT max(received_at) FROM move WHERE job_id = job.id) > $1 AS "isInHand"
       FROM job WHERE ended_at IS NULL`,
      [new Date(DEMO_NOW_MS - 86_400_000)],
    );
    const later = new Set(tooMany.map(({ code }) => code));
    const rank = ({ isInHand, due }: (typeof rows)[number]) =>
      (isInHand ? 0 : 1e14) + (due?.getTime() ?? 1e13);
    const planned = rows.filter(({ code }) => !later.has(code)).map(rank);
    const waiting = rows.filter(({ code }) => later.has(code)).map(rank);
    expect(Math.max(...planned)).to.be.at.most(Math.min(...waiting));
  });

  it("holds a step where somebody put it until it is let go; one of no job, or for nobody, is refused", async () => {
    const put = (body: object, who = "tove") => ask(pins.PUT, { body, as: { who } });
    expect((await put(pin("GW-1161", later))).body).to.have.length(1);
    // Put elsewhere, it is the same one.
    expect((await put(pin("GW-1161", later, { place: 2 }))).body).to.deep.equal([
      pin("GW-1161", later, { place: 2 }),
    ]);
    const of = await asked();
    const found = calculateBenchPlan(questionWith(of, of.pins));
    const last = found.steps.filter(({ code }) => code === "GW-1161").at(-1)!;
    expect(last).to.include({ startMin: 300, technician: "imre", place: 2, why: "pinned" });
    expect((await put(pin("GW-9999", later))).status).to.equal(404);
    expect((await put(pin("GW-1161", later, { technician: "nobody" }))).status).to.equal(404);
    expectFault(await put(pin("GW-1161", "at noon")), 422, "startAt");
    const letGo = { code: "GW-1161", fromEnd: 0 };
    expect((await ask(pins.DELETE, { body: letGo })).body).to.deep.equal([]);
  });

  it("goes by the stations, hours, days and skills that the shop has set", async () => {
    const { isUsual } = await asked();
    expect(isUsual).to.equal(true);
    const own = {
      ...usualBench,
      places: { ...usualBench.places, plate: 2 },
      hours: [{ from: 9, to: 15 }],
      weekdays: [1],
      cannot: { linus: ["plate", "lamp"] },
      own: {},
      isByPerson: false,
    };
    expect((await ask(bench.PUT, { body: own })).status).to.equal(200);
    expect((await ask(bench.GET)).body).to.deep.equal(own);
    const { question, ...rest } = await asked();
    expect(rest).to.deep.include({ isUsual: false, hours: own.hours });
    expect(question.stations.find(({ name }) => name === "plate")!.places).to.equal(2);
    const days = question.shifts!.map(({ fromMin }) => new Date(DEMO_NOW_MS + 60_000 * fromMin).getDay());
    expect(new Set(days)).to.deep.equal(new Set([1]));
    const { steps } = calculateBenchPlan(question);
    expect(
      steps.filter(({ technician, station }) => technician === "linus" && own.cannot.linus.includes(station)),
    ).to.deep.equal([]);
    expectFault(await ask(bench.PUT, { body: { ...own, weekdays: [] } }), 422, "weekdays");
    // Somebody is there only in the afternoon of a day on which nobody else is.
    const imre = { hours: [{ from: 14, to: 18 }], weekdays: [1, 6] };
    await ask(bench.PUT, { body: { ...own, own: { imre } } });
    const asOwn = ofDemo((await asked()).question);
    expect(asOwn.shifts).to.equal(undefined);
    // Whoever is there longest has the day drawn as long.
    expect((await asked()).day).to.deep.equal({ from: 9, to: 18 });
    const plan = calculateBenchPlan(asOwn);
    // What lies under glue today waits until somebody comes: that is said, and the rest holds.
    expect(planFaults(asOwn, plan).filter((fault) => !fault.endsWith("waits too long"))).to.deep.equal([]);
    const times = plan.steps.map(({ technician, startMin, endMin }) => ({
      technician,
      from: new Date(DEMO_NOW_MS + 60_000 * startMin),
      to: new Date(DEMO_NOW_MS + 60_000 * endMin),
    }));
    const hour = (at: Date) => at.getHours() + at.getMinutes() / 60;
    const his = times.filter(({ technician }) => technician === "imre");
    expect(his.length).to.be.greaterThan(0);
    for (const { from, to } of his) {
      expect([1, 6]).to.include(from.getDay());
      expect(hour(from)).to.be.at.least(14);
      expect(hour(to)).to.be.at.most(18);
    }
    for (const { from } of times.filter(({ technician }) => technician === "tove"))
      expect(from.getDay()).to.equal(1);
    const backwards = { imre: { hours: [{ from: 14, to: 9 }] } };
    expectFault(await ask(bench.PUT, { body: { ...own, own: backwards } }), 422, "own.imre.hours[0]");
    await pool.query("UPDATE shop SET bench = NULL");
  });

  it("goes by how long each person takes only where the shop wants that; how far minutes spread is told anyhow", async () => {
    const byWhom = async () =>
      (await asked()).question.jobs.flatMap(({ steps }) =>
        steps.flatMap(({ minutesBy, durationMin }) => (minutesBy ? [{ minutesBy, durationMin }] : [])),
      );
    expect(await byWhom()).to.deep.equal([]);
    await ask(bench.PUT, { body: { ...usualBench, isByPerson: true } });
    const own = await byWhom();
    expect(own.length).to.be.greaterThan(5);
    for (const { minutesBy } of own)
      expect(minutesBy).to.have.keys((await asked()).people.map(({ key }) => key));
    const unlike = own.filter(
      ({ minutesBy }) => Math.max(...Object.values(minutesBy)) > 1.2 * Math.min(...Object.values(minutesBy)),
    );
    expect(unlike.length).to.be.greaterThan(1);
    // Of whom too little is known, that person goes by the middle of all.
    for (const { minutesBy, durationMin } of own) expect(minutesBy.linus).to.equal(durationMin);
    const { question, jobs } = await asked();
    const demo = ofDemo(question);
    expect(planFaults(demo, calculateBenchPlan(demo))).to.deep.equal([]);
    const told = jobs.flatMap(({ spans, code }) =>
      spans.flatMap((span, k) => {
        const { durationMin, hands } = question.jobs.find((job) => job.code === code)!.steps[k]!;
        return span ? [{ ...span, durationMin, hands }] : [];
      }),
    );
    expect(told.length).to.be.greaterThan(5);
    for (const { lowMin, highMin, jobs: many, hands } of told) {
      expect(lowMin).to.be.at.most(highMin);
      expect(many).to.be.at.least(5);
      expect(hands).to.equal(1);
    }
    await pool.query("UPDATE shop SET bench = NULL");
  });

  it("keeps what begins soon for whoever plans next, for so long as it tells of now", async () => {
    const keep = (body: object) => ask(soon.PUT, { body });
    const steps = [pin("GW-1161", later), pin("GW-1154", later, { fromEnd: 3, technician: null })];
    expect((await asked()).soon).to.deep.equal([]);
    expect((await keep({ steps })).body).to.deep.equal(steps);
    const soonAt = async (ms: number) => (await planAsked(pool, ms)).soon;
    expect(await soonAt(Date.now())).to.deep.equal(steps);
    // Another page that has planned at the same moment goes by it too.
    expect((await keep({ steps: steps.slice(1) })).body).to.deep.equal(steps);
    await pool.query("UPDATE plan_soon SET at = at - interval '2 minutes'");
    expect((await keep({ steps: steps.slice(1) })).body).to.deep.equal(steps.slice(1));
    expect(await soonAt(Date.now() + 50 * 60_000)).to.deep.equal([]);
    expectFault(await keep({ steps: [{ ...steps[0]!, startAt: "soon" }] }), 422, "steps[0].startAt");
    await pool.query("DELETE FROM plan_soon");
  });

  it("says of a new job what it would ask, how long such jobs took, and how they went", async () => {
    const family = (await findFamily(pool, "TK-5"))!;
    const found = (await promiseAsked(pool, family, "layer", DEMO_NOW_MS))!;
    expect(found.steps.map(({ station }) => station)).to.include.members(["plate", "lay-up", "lamp"]);
    expect(found.tries).to.be.greaterThan(found.wins).and.greaterThan(10);
    expect(found.paces.length).to.be.greaterThan(10);
    const sorted = [...found.paces].sort((a, b) => a - b);
    expect(sorted[sorted.length >> 1]).to.equal(1);
    // Of what was never done here nothing is said.
    const notched = (await findFamily(pool, "NH-6"))!;
    expect((await promiseAsked(pool, notched, "layer", DEMO_NOW_MS))!.paces).to.deep.equal([]);
    expect((await ask(promise, { search: "?family=TK-5&route=film" })).body).to.equal(null);
    expectFault(await ask(promise, { search: "?family=XX-1&route=layer" }), 422, "family");
    expectFault(await ask(promise, { search: "?family=TK-5&route=magic" }), 422, "route");
  });
});
