import { readFile } from "node:fs/promises";
import { Ajv2020 } from "ajv/dist/2020.js";
import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import type { EventDraft, JobEvent } from "../../core/job/event.ts";
import { foldJob } from "../../core/job/fold.ts";
import { routes, stageNames } from "../../core/job/route.ts";
import { technicians } from "../../demo/scenario.ts";
import { loadDemo } from "../../scripts/load-demo.ts";
import { benchRows } from "../../server/bench.ts";
import { migrate, missingMigrations } from "../../server/db/migrate.ts";
import { connect } from "../../server/db/pool.ts";
import { exportJob, importJob, jobDocumentSchema } from "../../server/formats/job-document.ts";
import { LARGEST_BODY } from "../../server/problem.ts";
import { findJob, findJobsByCode, openJobs, suggestCode } from "../../server/store/jobs.ts";
import { GET as readEvents, POST as postEvents } from "../../src/pages/api/jobs/[code]/events.ts";
import { POST as postJob } from "../../src/pages/api/jobs/index.ts";
import { closeAfterwards, demoDatabase, DEMO_NOW_MS, freshDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

const at = "2026-05-04T08:00:00.000Z";
const stamped = (draft: EventDraft, who = "tove"): JobEvent =>
  ({ ...draft, id: uuid(), who, at }) as JobEvent;
const note = (text: string): JobEvent => stamped({ stage: "intake", kind: "note-written", data: { text } });
const startIntake = () => stamped({ stage: "intake", kind: "stage-started", data: {} });

describe("the store of jobs", function () {
  this.timeout(60_000);
  let pool: pg.Pool;
  let number = 9_000;

  before(async () => {
    const demo = await demoDatabase();
    pool = demo.pool;
    expect(demo.loaded).to.equal(164);
    expect(await loadDemo(pool)).to.equal(0);
  });

  const newJob = () => {
    number += 1;
    const opening = stamped({
      stage: "intake",
      kind: "job-opened",
      data: { route: "layer", complaint: "cracked", dueAt: null },
    });
    return { id: uuid(), code: `GW-${number}`, family: "TK-5", opening };
  };
  const openJob = async () => {
    const job = newJob();
    expect((await ask(postJob, { body: job })).status).to.equal(201);
    return job;
  };
  const post = (code: string, events: JobEvent | JobEvent[]) =>
    ask(postEvents, { params: { code }, body: events });
  const countOf = async (code: string) =>
    Number(
      (await pool.query("SELECT count(*) FROM job_event JOIN job ON job.id = job_id WHERE code = $1", [code]))
        .rows[0].count,
    );

  it("opens a job once, however often it is sent", async () => {
    const job = await openJob();
    expect((await ask(postJob, { body: job })).status).to.equal(200);
    expect(await countOf(job.code)).to.equal(1);
  });

  it("does not give one code to two jobs, and names the field", async () => {
    const job = await openJob();
    expectFault(await ask(postJob, { body: { ...newJob(), code: job.code } }), 409, "code");
  });

  it("leaves nothing behind where the first event's id stands at another job", async () => {
    const [job, other] = [await openJob(), newJob()];
    expect((await ask(postJob, { body: { ...other, opening: job.opening } })).status).to.equal(409);
    expect(await findJob(pool, other.code)).to.equal(null);
  });

  it("refuses a route that the family does not have, an unknown family and a stranger", async () => {
    const job = newJob();
    const film = { ...job.opening, data: { ...job.opening.data, route: "film" } };
    expectFault(await ask(postJob, { body: { ...job, opening: film } }), 422, "opening.data.route");
    expectFault(await ask(postJob, { body: { ...job, family: "XX-1" } }), 422, "family");
    expectFault(
      await ask(postJob, { body: { ...job, opening: { ...job.opening, who: "nobody" } } }),
      422,
      "opening.who",
    );
    expect(await findJob(pool, job.code)).to.equal(null);
  });

  it("keeps an event once, however often it is sent", async () => {
    const { code } = await openJob();
    const event = startIntake();
    expect((await post(code, event)).status).to.equal(201);
    const again = await post(code, event);
    expect(again.status).to.equal(200);
    expect(again.body.added).to.equal(0);
    expect(await countOf(code)).to.equal(2);
  });

  it("keeps an event once where it comes twice at the same moment", async () => {
    const { code } = await openJob();
    const event = startIntake();
    const answers = await Promise.all(Array.from({ length: 6 }, () => post(code, event)));
    expect(answers.map((answer) => answer.status).sort()).to.deep.equal([200, 200, 200, 200, 200, 201]);
    expect(await countOf(code)).to.equal(2);
  });

  it("lets only one of two benches start a stage that both start at once", async () => {
    const { code } = await openJob();
    const answers = await Promise.all([post(code, startIntake()), post(code, startIntake())]);
    expect(answers.map((answer) => answer.status).sort()).to.deep.equal([201, 409]);
    const refused = answers.find((answer) => answer.status === 409)!;
    expect(refused.body.detail).to.equal("Intake is not ended yet.");
    expect(await countOf(code)).to.equal(2);
  });

  it("refuses an id that stands for another event, at this job or at any other", async () => {
    const [one, two] = [await openJob(), await openJob()];
    const event = note("first");
    await post(one.code, event);
    expect((await post(one.code, { ...event, data: { text: "second" } } as JobEvent)).status).to.equal(409);
    expect((await post(two.code, event)).status).to.equal(409);
    expect(await countOf(two.code)).to.equal(1);
  });

  it("keeps a list of events whole or not at all, and says which hold stands in the way", async () => {
    const { code } = await openJob();
    const bond = stamped({ stage: "bond", kind: "stage-started", data: {} });
    const answer = await post(code, [note("kept only if all are"), bond]);
    expect(answer.status).to.equal(409);
    expect(answer.body.hold).to.equal("stage-order");
    expect(answer.body.event).to.equal(bond.id);
    expect(await countOf(code)).to.equal(1);
  });

  it("names the fault of a bad event by its path", async () => {
    const { code } = await openJob();
    expectFault(
      await post(code, [note("good"), { ...note("x"), data: { text: "" } } as JobEvent]),
      422,
      "[1].data.text",
    );
    expectFault(await post(code, { ...note("x"), who: "nobody" }), 422, "[0].who");
    expect((await post("GW-1", note("x"))).status).to.equal(404);
    expect((await ask(readEvents, { params: { code: "GW-1" } })).status).to.equal(404);
  });

  it("refuses an enormous body before it is read to its end", async () => {
    const raw = `"${"x".repeat(LARGEST_BODY)}"`;
    const answer = await ask(postEvents, { params: { code: "GW-1151" }, raw });
    expect(answer.status).to.equal(413);
    expect(answer.body.detail).to.include("16 MB");
  });

  it("never changes or deletes an event, not even by SQL", async () => {
    for (const sql of [
      "UPDATE job_event SET who = 'imre'",
      "DELETE FROM job_event",
      "TRUNCATE job_event CASCADE",
    ]) {
      const error = await pool.query(sql).then(
        () => null,
        (refused: Error) => refused,
      );
      expect(error?.message).to.match(/append-only/);
    }
  });

  it("spreads readings out and takes them back with their event", async () => {
    const { code } = await openJob();
    const reading = stamped({
      stage: "intake",
      kind: "reading-taken",
      data: {
        quantity: "room",
        source: "hand",
        values: [
          { at, value: 20.5 },
          { at, value: 21 },
        ],
      },
    });
    await post(code, reading);
    const values = async () =>
      (
        await pool.query(
          "SELECT value FROM reading JOIN job ON job.id = job_id WHERE code = $1 AND quantity = 'room' ORDER BY position",
          [code],
        )
      ).rows.map((row) => row.value);
    expect(await values()).to.deep.equal([20.5, 21]);
    const undo = stamped({ stage: "intake", kind: "undone", data: { event: reading.id } });
    await post(code, undo);
    expect(await values()).to.deep.equal([]);
    await post(code, stamped({ stage: "intake", kind: "undone", data: { event: undo.id } }));
    expect(await values()).to.deep.equal([20.5, 21]);
  });

  it("finds jobs by the beginning of their code, and takes a percent sign as a sign", async () => {
    expect((await findJobsByCode(pool, "gw-116")).map((job) => job.code)).to.have.members([
      "GW-1160",
      "GW-1161",
      "GW-1162",
      "GW-1163",
      "GW-1164",
    ]);
    expect(await findJobsByCode(pool, "%")).to.deep.equal([]);
    expect(await suggestCode(pool)).to.match(/^GW-\d+$/);
  });

  it("runs migrations once where two run them together", async () => {
    const { url } = await freshDatabase();
    const pools = [connect(url), connect(url)];
    pools.forEach(closeAfterwards);
    const runs = await Promise.all(pools.map((one) => migrate(one)));
    expect(runs.flat()).to.deep.equal([]);
    expect(await missingMigrations(pools[0]!)).to.deep.equal([]);
  });

  describe("a job document", () => {
    it("carries a job into another database with nothing lost, and twice is once", async () => {
      const other = (await freshDatabase()).pool;
      for (const code of ["GW-1001", "GW-1154", "GW-1162", "GW-1163"]) {
        const document = JSON.parse(JSON.stringify(await exportJob(pool, code)));
        expect(await importJob(other, document)).to.deep.equal({ code, added: document.events.length });
        expect(await importJob(other, document)).to.deep.equal({ code, added: 0 });
        expect(JSON.parse(JSON.stringify(await exportJob(other, code)))).to.deep.equal(document);
      }
      const there = await other.query("SELECT count(*)::int FROM reading");
      const here = await pool.query(
        "SELECT count(*)::int FROM reading JOIN job ON job.id = job_id WHERE code IN ('GW-1001','GW-1154','GW-1162','GW-1163')",
      );
      expect(there.rows).to.deep.equal(here.rows);
    });

    it("brings what came later to a job that is there already", async () => {
      const other = (await freshDatabase()).pool;
      const document = (await exportJob(pool, "GW-1158"))!;
      await importJob(other, { ...document, events: document.events.slice(0, 10) });
      expect(await importJob(other, document)).to.deep.equal({
        code: "GW-1158",
        added: document.events.length - 10,
      });
    });

    it("holds to its published schema", async () => {
      const ajv = new Ajv2020({ strict: false, formats: { uuid: true, "date-time": true } });
      const validate = ajv.compile(jobDocumentSchema());
      const document = JSON.parse(JSON.stringify(await exportJob(pool, "GW-1159")));
      expect(validate(document), ajv.errorsText(validate.errors)).to.equal(true);
      expect(validate({ ...document, format: "another" })).to.equal(false);
      const published = JSON.parse(await readFile("docs/schemas/job.schema.json", "utf8"));
      expect(published, "npm run schemas writes it anew").to.deep.equal(
        JSON.parse(JSON.stringify(jobDocumentSchema())),
      );
    });

    it("is refused with the path of its fault, and then nothing of it is kept", async () => {
      const other = (await freshDatabase()).pool;
      const document = (await exportJob(pool, "GW-1155"))!;
      const refusedAt = async (changed: object) => {
        const result = await importJob(other, changed);
        return "faults" in result ? result.faults.map((fault) => fault.path) : [];
      };
      const [first, ...others] = document.events;
      expect(await refusedAt({ ...document, format: "csv" })).to.deep.equal(["format"]);
      expect(await refusedAt({ ...document, events: [] })).to.deep.equal(["events"]);
      expect(await refusedAt({ ...document, events: others })).to.deep.equal(["events[0].kind"]);
      expect(
        await refusedAt({ ...document, events: [first, { ...others[0], at: "yesterday" }] }),
      ).to.deep.equal(["events[1].at"]);
      const early = others.find((event) => event.kind === "screws-taken");
      expect(await refusedAt({ ...document, events: [first, early] })).to.deep.equal(["events[1]"]);
      expect(await refusedAt({ ...document, technicians: [] })).to.include("events[0].who");
      const stack = document.family.stack.map((layer, i) =>
        i === 2 ? { ...layer, thicknessUm: -1 } : layer,
      );
      expect(await refusedAt({ ...document, family: { ...document.family, stack } })).to.deep.equal([
        "family.stack[2].thicknessUm",
      ]);
      for (const table of ["job", "job_event", "family", "technician"]) {
        expect((await other.query(`SELECT 1 FROM ${table}`)).rowCount).to.equal(0);
      }
    });

    it("is refused where another job has its code or its history differs", async () => {
      const document = (await exportJob(pool, "GW-1155"))!;
      const id = uuid();
      const fresh = document.events.map((event) => ({ ...event, id: uuid() }));
      expect(
        await importJob(pool, { ...document, job: { ...document.job, id }, events: fresh }),
      ).to.deep.equal({
        faults: [{ path: "job.code", message: "is taken by another job here" }],
      });
      const differing = await importJob(pool, {
        ...document,
        events: [document.events[0], ...fresh.slice(1)],
      });
      expect("faults" in differing && differing.faults[0]!.path).to.equal("events[1]");
    });
  });

  describe("the demo workshop", () => {
    it("has an open job at every stage, one held, one overdue, one that changed its route", async () => {
      const jobs = (await openJobs(pool)).filter((job) => /^GW-1[0-9]{3}$/.test(job.code));
      expect(jobs).to.have.length(14);
      const states = jobs.map((job) => foldJob(job.events));
      expect(new Set(states.map((state) => state.present ?? state.upcoming))).to.deep.equal(
        new Set(stageNames),
      );
      expect(states.filter((state) => state.held)).to.have.length(1);
      expect(states.filter((state) => state.dueAt! < "2026-11-25T09")).to.have.length(1);
      expect(states.filter((state) => state.routeChanges.length > 0)).to.have.length(1);
    });

    it("has about 150 finished jobs over a year, most repaired and some not", async () => {
      const { rows } = await pool.query(
        "SELECT outcome, count(*)::int AS n, min(opened_at) AS first FROM job WHERE ended_at IS NOT NULL AND code LIKE 'GW-1%' GROUP BY 1",
      );
      const count = Object.fromEntries(rows.map((row) => [row.outcome, row.n]));
      expect(count.repaired + count["assembly fitted"] + count["given up"]).to.equal(150);
      expect(count.repaired).to.be.within(110, 148);
      expect(count["assembly fitted"]).to.be.at.least(3);
    });

    it("is sorted on the bench by what each job needs next", async () => {
      const rows = await benchRows(pool, DEMO_NOW_MS);
      const needs = Object.fromEntries(rows.map((row) => [row.code, row.need]));
      expect(needs).to.include({
        "GW-1153": "timer",
        "GW-1159": "timer",
        "GW-1162": "hold",
        "GW-1164": "hold",
        "GW-1151": "hands",
      });
      for (const row of rows) expect(Object.values(routes).map((route) => route.title)).to.include(row.route);
      expect(technicians).to.have.length(6);
    });
  });
});
