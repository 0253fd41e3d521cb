import type { APIRoute } from "astro";
import { expect } from "chai";
import Papa from "papaparse";
import type pg from "pg";
import type { JobRecord } from "../../core/yield/job-record.ts";
import { calculateYield } from "../../core/yield/yield.ts";
import { truths } from "../../demo/scenario.ts";
import { rebuild } from "../../server/store/rebuild.ts";
import { findJob, sceneOf } from "../../server/store/jobs.ts";
import { laysBlocked } from "../../server/store/lot-blocks.ts";
import { shelvedSheets } from "../../server/store/film-shelf.ts";
import { jobQuery, searchJobs } from "../../server/store/job-search.ts";
import { shelvedLots } from "../../server/store/lots.ts";
import { lotRefusal } from "../../server/store/stock.ts";
import { keepTicket, lastJobOf, ticketOf } from "../../server/store/tickets.ts";
import { GET as device } from "../../src/pages/api/devices/[serial].ts";
import { GET as familiesCsv } from "../../src/pages/api/families/list.csv.ts";
import { GET as filmCsv } from "../../src/pages/api/film/sheets/list.csv.ts";
import { GET as jobsCsv } from "../../src/pages/api/jobs/list.csv.ts";
import { GET as lotsCsv } from "../../src/pages/api/lots/list.csv.ts";
import * as blocked from "../../src/pages/api/lots/blocked/[lot].ts";
import { GET as recall } from "../../src/pages/api/lots/recall/[lot].csv.ts";
import { PUT as putTicket } from "../../src/pages/api/jobs/[code]/ticket.ts";
import { GET as records } from "../../src/pages/api/records/index.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";

const DAY_MS = 86_400_000;
const iso = (ms: number) => new Date(ms).toISOString();

describe("the records of finished jobs", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const asked = (from = 0, to = DEMO_NOW_MS, who = "linus") =>
    ask(records, {
      search: `?from=${iso(from)}&to=${iso(to)}`,
      as: { who, role: "technician" },
    });
  const all = async (): Promise<JobRecord[]> =>
    ((await asked()).body as JobRecord[]).sort((a, b) => (a.code! < b.code! ? -1 : 1));

  it("hold every job that was opened up and has ended, as the calculation takes them", async () => {
    const { rows } = await pool.query<{ code: string }>(
      "SELECT code FROM job WHERE ended_at < $1 AND tried_route IS NOT NULL AND outcome <> 'connection seated'",
      [new Date(DEMO_NOW_MS)],
    );
    const jobs = await all();
    expect(jobs.map(({ code }) => code)).to.have.members(rows.map(({ code }) => code));
    expect(jobs.length).to.be.greaterThan(100);
    // What is not as its schema says is refused here.
    expect(calculateYield({ jobs }).groups.reduce((sum, { tries }) => sum + tries, 0)).to.equal(jobs.length);
    for (const { stages = [], settings } of jobs) {
      expect(stages.length).to.be.greaterThan(2);
      expect(Object.values(settings ?? {}).every((value) => value !== null)).to.equal(true);
    }
    const lift = jobs.flatMap(({ stages = [] }) => stages).filter(({ name }) => name === "lift");
    expect(lift.every(({ minutes }) => minutes > 1 && minutes < 600)).to.equal(true);
  });

  it("let the truths of the year be found: the lot that comes back, the plate that drifts, the method for one family", async () => {
    const jobs = await all();
    const { effects, predicted } = calculateYield({ jobs });
    const matters = (setting: string, to: string) =>
      effects.some((one) => one.setting === setting && one.to === to && one.verdict === "matters");
    expect(matters("lot of liquid optical adhesive", truths.yellowLot.lot)).to.equal(true);
    const { drift } = predicted.find(({ what }) => what === "glue line")!;
    const daysBefore = (DEMO_NOW_MS - Date.parse(drift!.from)) / DAY_MS;
    expect(daysBefore).to.be.within(60, truths.plateDrift.fromDay + 15);
    expect(drift!.afterPct).to.be.lessThan(drift!.beforePct - 2);
    expect(jobs.some(({ code }) => code === drift!.code)).to.equal(true);
    const inFamily = (family: string) =>
      calculateYield({ jobs: jobs.filter((job) => job.family === family) }).effects.find(
        ({ setting }) => setting === "method",
      );
    expect(inFamily(truths.frost.family)).to.include({ to: "plate", verdict: "matters" });
    expect(inFamily("BX-24")!.verdict).to.not.equal("matters");
  });

  it("are of the time that was asked for, and of the people only who asks", async () => {
    const from = DEMO_NOW_MS - 91 * DAY_MS;
    const jobs: JobRecord[] = (await asked(from)).body;
    expect(jobs.length).to.be.within(10, 60);
    expect(jobs.every(({ endedAt }) => Date.parse(endedAt) >= from)).to.equal(true);
    expect(new Set((await all()).map(({ technician }) => technician))).to.deep.equal(
      new Set(["linus", undefined]),
    );
    expectFault(await ask(records, { search: "?from=yesterday&to=2026-01-01T00:00:00Z" }), 422, "from");
  });

  it("count a job as returned once its device came back because of it, and say of a serial number where it was", async () => {
    const job = (await all()).find(({ outcome }) => outcome === "repaired")!;
    const ticket = { customer: "Ketch Plover", serial: "ZZ-77 001" };
    const put = (code: string, body: object) => ask(putTicket, { params: { code }, body });
    expect((await put(job.code!, ticket)).status).to.equal(200);
    expect((await ask(device, { params: { serial: "zz-77 001" } })).body.code).to.equal(job.code);
    const cameBack = { code: job.code!, what: "Bubbles again" };
    expect((await put("GW-1151", { ...ticket, cameBack })).status).to.equal(200);
    expect(await ticketOf(pool, "GW-1151")).to.deep.include({ cameBack });
    const outcome = async () => (await all()).find(({ code }) => code === job.code);
    expect(await outcome()).to.include({ outcome: "returned", cause: "Bubbles again" });
    // What is left out stands; null takes it back.
    await put("GW-1151", ticket);
    expect(await outcome()).to.include({ outcome: "returned" });
    await put("GW-1151", { ...ticket, cameBack: null });
    expect(await outcome()).to.include({ outcome: "repaired" });
    expectFault(
      await put("GW-1151", { ...ticket, cameBack: { code: "GW-1151", what: "" } }),
      422,
      "cameBack.code",
    );
    expect(await lastJobOf(pool, "no such")).to.equal(null);
  });

  it("are worked out anew for jobs that were there before, and of nothing that is missing", async () => {
    const before = await all();
    await pool.query(
      "DELETE FROM job_record WHERE ended_at > (SELECT max(ended_at) - interval '60 days' FROM job_record)",
    );
    expect((await all()).length).to.be.lessThan(before.length);
    const { differed } = await rebuild(pool, { mend: true });
    expect(differed.length).to.be.greaterThan(0);
    expect(await all()).to.deep.equal(before);
    expect((await rebuild(pool)).differed).to.deep.equal([]);
  });
});

describe("a lot that is blocked", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const block = (lot: string, who: string) => ask(blocked.PUT, { params: { lot }, as: { who } });
  const lot: string = truths.yellowLot.lot;

  it("is blocked in somebody's name, is not taken by any job, and can be let be used again", async () => {
    expect((await block(lot, "tove")).status).to.equal(200);
    expect((await block(lot, "imre")).status).to.equal(200);
    expect((await pool.query("SELECT who FROM lot_block WHERE lot = $1", [lot])).rows).to.deep.equal([
      { who: "tove" },
    ]);
    const told = {
      kind: "adhesive",
      lot,
      material: "liquid optical adhesive",
      goodUntil: null,
      viscosityPaS: null,
    } as const;
    const client = await pool.connect();
    try {
      const { state } = sceneOf((await findJob(pool, "GW-1158"))!, DEMO_NOW_MS);
      expect((await lotRefusal(client, state, told))!.fault!.id).to.equal("fault.lot-blocked");
      // Taken before and not laid yet: it is not laid any more; what was laid before is over.
      const laid = (position: number) => ({ what: "liquid", quantity: 1, unit: "ml", lot, seq: position });
      const withSpent = (...spent: ReturnType<typeof laid>[]) => ({
        ...state,
        bond: { ...state.bond, spent },
      });
      const first = laid(1);
      expect(await laysBlocked(client, withSpent(), withSpent(first))).to.equal(lot);
      const later = { ...withSpent(first, { ...laid(2), lot: "LA-113" }) };
      expect(await laysBlocked(client, withSpent(first), later)).to.equal(null);
      await call(blocked.DELETE, { params: { lot } });
      expect((await lotRefusal(client, state, told))?.fault?.id).to.not.equal("fault.lot-blocked");
    } finally {
      client.release();
    }
  });

  it("is not offered where it stands on the shelf", async () => {
    const [one] = await shelvedLots(pool);
    const { body } = await block(one!.lot, "tove");
    expect(body.find((shelved: { lot: string }) => shelved.lot === one!.lot).isBlocked).to.equal(true);
    await call(blocked.DELETE, { params: { lot: one!.lot } });
    expect((await shelvedLots(pool)).some(({ isBlocked }) => isBlocked)).to.equal(false);
  });

  it("has a list of whoever has something of it, in which nothing is worked out by a spreadsheet", async () => {
    const { rows } = await pool.query<{ code: string }>(
      "SELECT DISTINCT code FROM job JOIN spent ON job_id = id WHERE lot = $1",
      [lot],
    );
    await keepTicket(pool, rows[0]!.code, { customer: '=HYPERLINK("x")', serial: "+1" });
    const text = await (await call(recall, { params: { lot } })).text();
    const [head, ...lines] = text.trim().split("\r\n");
    expect(head).to.equal("job,customer,serial,family,ended,outcome,used");
    expect(lines.map((line) => line.split(",")[0])).to.have.members(rows.map(({ code }) => code));
    expect(text).to.include("came back").and.to.include(`"'=HYPERLINK(""x"")","'+1"`);
    expect(lines.every((line) => /\d ml"?$/.test(line))).to.equal(true);
  });
});

describe("lists for a spreadsheet", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const listed = async (route: APIRoute, search = "") => {
    const answer = await call(route, { search });
    expect(answer.headers.get("content-type")).to.include("text/csv");
    const { data, errors } = Papa.parse<Record<string, string>>(await answer.text(), {
      header: true,
      skipEmptyLines: true,
    });
    expect(errors).to.deep.equal([]);
    return data;
  };

  it("hold what the screens list: jobs as they are searched for, lots, film, families", async () => {
    const found = await searchJobs(pool, jobQuery.parse({ state: "open", order: "due" }));
    const jobs = await listed(jobsCsv, "?state=open&order=due");
    expect(jobs).to.have.length(found.total);
    const first = jobs.slice(0, found.jobs.length);
    expect(first.map(({ job }) => job)).to.deep.equal(found.jobs.map(({ code }) => code));
    expect(first.map(({ customer }) => customer)).to.deep.equal(found.jobs.map(({ customer }) => customer));
    expect(
      jobs.every(({ due, outcome }) => /^(\d{4}-\d\d-\d\d)?$/.test(due!) && outcome === "open"),
    ).to.equal(true);
    const every = await pool.query("SELECT FROM any_job");
    expect(await listed(jobsCsv)).to.have.length(every.rowCount!);
    expect(await listed(jobsCsv, "?lot=LA-098")).to.have.length.greaterThan(5);
    expectFault(await ask(jobsCsv, { search: "?state=melted" }), 422, "state");
    const lots = await shelvedLots(pool);
    expect((await listed(lotsCsv)).map(({ lot }) => lot)).to.deep.equal(lots.map(({ lot }) => lot));
    expect(await listed(filmCsv)).to.have.length((await shelvedSheets(pool)).length);
    expect((await listed(familiesCsv)).map(({ code }) => code)).to.include.members(["PH-10", "TK-5"]);
  });

  it("let no cell be worked out by a spreadsheet", async () => {
    await keepTicket(pool, "GW-1158", { customer: "@SUM(1)", serial: "-2+3" });
    const [job] = await listed(jobsCsv, "?find=GW-1158");
    expect(job).to.include({ customer: "'@SUM(1)", serial: "'-2+3" });
  });
});
