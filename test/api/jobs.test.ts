import { readFile } from "node:fs/promises";
import { Ajv2020 } from "ajv/dist/2020.js";
import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { chooseDose } from "../../core/bond/choose-dose.ts";
import { benchFit } from "../../core/heat/bench-fit.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import { repairRoutes, repairTitle, seamFor } from "../../core/device/routes.ts";
import { calculatedBy } from "../../core/device/calculated-by.ts";
import { choosePattern } from "../../core/bond/choose-pattern.ts";
import { verifyChoice } from "../../core/device/verify-choice.ts";
import { chooseHeat } from "../../core/lift/choose-heat.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { stageNames } from "../../core/stage.ts";
import { technicians } from "../../demo/scenario.ts";
import { loadDemo } from "../../scripts/load-demo.ts";
import { jobQuery, searchJobs } from "../../server/store/job-search.ts";
import { benchNow } from "../../server/bench.ts";
import { migrate, missingMigrations } from "../../server/db/migrate.ts";
import { connect } from "../../server/db/pool.ts";
import {
  exportJob,
  importJob,
  jobDocumentSchema,
  type JobDocument,
} from "../../server/formats/job-document.ts";
import { LARGEST_BODY } from "../../server/problem.ts";
import { jobsWithOwnStack } from "../../server/store/own-stacks.ts";
import { listFamilies } from "../../server/store/families.ts";
import { findFirstVersionJob } from "../../server/store/first-version.ts";
import {
  findJob,
  firstBrokenLink,
  openJobs,
  sceneOf,
  suggestCode,
  type SentMove,
} from "../../server/store/jobs.ts";
import type { KeptMove } from "../../server/store/kept-moves.ts";
import { GET as exportFile } from "../../src/pages/api/jobs/[code]/export.ts";
import { GET as readMoves, POST as postMoves } from "../../src/pages/api/jobs/[code]/moves.ts";
import { POST as postReading } from "../../src/pages/api/jobs/[code]/readings.ts";
import { POST as postJob } from "../../src/pages/api/jobs/index.ts";
import { familyNamed } from "../bench-hand.ts";
import { closeAfterwards, databaseAt, demoDatabase, DEMO_NOW_MS, freshDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { followPlan, opening, sent, tell, told } from "./at-bench.ts";

/** A job as the first version exported it. */
const FIRST_VERSION_DOCUMENT = "test/fixtures/first-version.job.json";

const plainDocument = async (of: pg.Pool, code: string): Promise<JobDocument> =>
  JSON.parse(JSON.stringify(await exportJob(of, code)));

describe("the store of jobs", () => {
  let pool: pg.Pool;
  let number = 9_000;

  before(async () => {
    const demo = await demoDatabase();
    pool = demo.pool;
    expect(demo.loaded).to.equal(168);
    expect(await loadDemo(pool)).to.equal(0);
  });

  const newJob = () => {
    number += 1;
    return { id: uuid(), code: `GW-${number}`, family: "TK-5", opening: opening() };
  };
  const openJob = async (more: object = {}) => {
    const job = { ...newJob(), ...more };
    expect((await ask(postJob, { body: job })).status).to.equal(201);
    return job;
  };
  const post = (code: string, moves: SentMove[]) => ask(postMoves, { params: { code }, body: moves });
  const movesOf = async (code: string) =>
    (await ask(readMoves, { params: { code } })).body.moves as KeptMove[];

  it("opens a job once, with its first move, however often it is sent", async () => {
    const job = newJob();
    const first = await ask(postJob, { body: job });
    expect(first.status).to.equal(201);
    expect(first.body.moves[0]).to.include({ seq: 1, kind: "job-opened", stage: "intake" });
    expect((await ask(postJob, { body: job })).status).to.equal(200);
    expect(await movesOf(job.code)).to.have.length(1);
  });

  it("does not give one code to two jobs, and names the field", async () => {
    const job = await openJob();
    expectFault(await ask(postJob, { body: { ...newJob(), code: job.code } }), 409, "code");
  });

  it("leaves nothing behind where the first move's id stands at another job", async () => {
    const [job, other] = [await openJob(), newJob()];
    expect((await ask(postJob, { body: { ...other, opening: job.opening } })).status).to.equal(409);
    expect(await findJob(pool, other.code)).to.equal(null);
  });

  it("refuses a route that the family does not have, an unknown family, a stranger and another first move", async () => {
    const job = newJob();
    const refused = await ask(postJob, { body: { ...job, opening: opening({ route: "backlight" }) } });
    expect(refused.status).to.equal(409);
    expectFault(
      await ask(postJob, { body: { ...job, opening: opening({ route: "magic" }) } }),
      422,
      "[0].data.route",
    );
    expectFault(await ask(postJob, { body: { ...job, family: "XX-1" } }), 422, "family");
    expect(
      (await ask(postJob, { body: { ...job, opening: opening({}, { who: "nobody" }) } })).status,
    ).to.equal(401);
    expectFault(await ask(postJob, { body: { ...job, opening: sent("damage-drawn") } }), 422, "opening.kind");
    expect(await findJob(pool, job.code)).to.equal(null);
  });

  it("takes in a single device by its size and how it is made, once, and not among the families", async () => {
    const { id, code, opening: first } = newJob();
    const job = { id, code, opening: first };
    const device = {
      name: "Picture frame",
      kind: "bonded-back",
      widthMm: 203,
      heightMm: 128.5,
      flexEdge: "left",
      power: "supply",
    };
    expect((await ask(postJob, { body: { ...job, device } })).status).to.equal(201);
    expect((await ask(postJob, { body: { ...job, device } })).status).to.equal(200);
    const { family } = (await findJob(pool, job.code))!.family;
    expect(family).to.deep.include({ oneOff: true, outline: { widthMm: 203, heightMm: 128.5 } });
    expect(family.features[0]).to.include({ edge: "left", kind: "hinge", toMm: 128.5 });
    const [singles, others] = [
      await listFamilies(pool, "single devices"),
      await listFamilies(pool, "families"),
    ];
    expect(singles.map((one) => one.family.code)).to.deep.equal([family.code]);
    expect(others.some((one) => one.family.code === family.code)).to.equal(false);
    const other = newJob();
    expectFault(
      await ask(postJob, {
        body: { ...job, id: uuid(), code: "GW-8801", device: { ...device, widthMm: 5 } },
      }),
      422,
      "device.widthMm",
    );
    expectFault(await ask(postJob, { body: { ...other, device } }), 422, "family");
    expectFault(await ask(postJob, { body: { ...other, family: undefined } }), 422, "family");
    // The code is another's: no family is left over.
    const taken = { ...job, id: uuid(), opening: opening(), device };
    expectFault(await ask(postJob, { body: taken }), 409, "code");
    expect(await listFamilies(pool, "single devices")).to.have.length(1);
  });

  it("keeps a move once, answers with its number, also where it comes many times at one moment", async () => {
    const { code } = await openJob();
    const drawn = sent("damage-drawn");
    const answers = await Promise.all(Array.from({ length: 6 }, () => post(code, [drawn])));
    expect(answers.map((answer) => answer.status).sort()).to.deep.equal([200, 200, 200, 200, 200, 201]);
    for (const answer of answers) expect(answer.body.moves[0].seq).to.equal(2);
    const later = await ask(readMoves, { params: { code }, search: "?after=1" });
    expect(later.body.moves.map(({ seq }: KeptMove) => seq)).to.deep.equal([2]);
    expectFault(await ask(readMoves, { params: { code }, search: "?after=-1" }), 422, "after");
  });

  it("keeps what one device turns out to hold, plans and works on by it, and offers it to the family", async () => {
    const { code } = await openJob();
    const { stack } = familyNamed("TK-5");
    const found = stack.map((layer) =>
      layer.role === "adhesive"
        ? { ...layer, material: "liquid optical adhesive, cured", thicknessUm: 420 }
        : layer,
    );
    const told = await tell(pool, code, "stack-found", { stack: found, band: { minC: 78, maxC: 92 } });
    const job = (await findJob(pool, code))!;
    const { family } = sceneOf(job, Date.now());
    expect(family.stack).to.deep.equal(found);
    expect(seamFor(family, "layer")).to.include({ minC: 78, maxC: 92 });
    // The family itself, and the job's document, are as they were.
    expect(job.family.family.stack).to.deep.equal(stack);
    expect((await plainDocument(pool, code)).family.stack).to.deep.equal(stack);
    expect(await jobsWithOwnStack(pool, "TK-5")).to.deep.equal([code]);
    const refused = await post(code, [sent("stack-found", { stack: found.slice(0, 1), band: null })]);
    expect(refused.status).to.equal(409);
    expect(refused.body.detail).to.match(/is not one of the layers/);
    await tell(pool, code, TAKEN_BACK, { event: told.id });
    expect(sceneOf((await findJob(pool, code))!, Date.now()).family.stack).to.deep.equal(stack);
    expect(await jobsWithOwnStack(pool, "TK-5")).to.deep.equal([]);
  });

  it("refuses an id that stands for another move, at this job or at any other", async () => {
    const [one, two] = [await openJob(), await openJob()];
    const note = await tell(pool, one.code, "noted", { text: "first" });
    expect((await post(one.code, [{ ...note, data: { text: "second" } }])).status).to.equal(409);
    expect((await post(two.code, [note])).status).to.equal(409);
    expect(await movesOf(two.code)).to.have.length(1);
  });

  it("keeps a list of moves whole or not at all, says what is missing, and names it for programs", async () => {
    const { code } = await openJob();
    const opened = sent("connector-opened", { connector: "panel" });
    const refused = await post(code, [sent("noted", { text: "kept only if all are" }), opened]);
    expect(refused.status).to.equal(409);
    expect(refused.body.event).to.equal(opened.id);
    expect(refused.body.detail).to.include("proved that it is dead");
    expect(refused.body.missing.map(({ is }: { is: string }) => is)).to.include("safe");
    expect(await movesOf(code)).to.have.length(1);
  });

  it("names the field of what is wrong with a move, and a kind or version that is not known", async () => {
    const { code } = await openJob();
    const fine = { fn: "picture", result: "fine" };
    expectFault(await post(code, [sent("function-tried", fine)]), 422, "[0].data.result");
    expectFault(
      await post(code, [sent("noted", { text: "good" }), sent("noted", { text: "" })]),
      422,
      "[1].data.text",
    );
    expectFault(await post(code, [sent("glass-dropped")]), 422, "[0].kind");
    expectFault(await post(code, [sent("damage-drawn", {}, { version: 2 })]), 422, "[0].kind");
    expectFault(await post(code, [sent("damage-drawn", { extra: 1 })]), 422, "[0].data.extra");
    expect((await post(code, [sent("damage-drawn", {}, { who: "nobody" })])).status).to.equal(401);
    expectFault(await post(code, [sent("damage-drawn", {}, { id: "1" })]), 422, "[0].id");
    expect((await post("GW-1", [sent("damage-drawn")])).status).to.equal(404);
    expect((await ask(readMoves, { params: { code: "GW-1" } })).status).to.equal(404);
    expect(await movesOf(code)).to.have.length(1);
  });

  it("waits by its own receipts, whatever time a tablet tells", async () => {
    const { code } = await openJob({ family: "AQ-8", opening: opening({ route: "glass-sensor" }) });
    const longAgo = { toldAt: "2020-01-01T00:00:00Z" };
    await followPlan(pool, code, "soak-ended", longAgo);
    const refused = await post(code, [sent("soak-ended", { early: false }, longAgo)]);
    expect(refused.status).to.equal(409);
    expect(refused.body.missing).to.deep.equal([{ is: "soaked" }]);
  });

  it("takes back what nothing rests on, and nothing else", async () => {
    const { code } = await openJob();
    const drawn = await tell(pool, code, "damage-drawn");
    const tried = await tell(pool, code, "function-tried", { fn: "picture", result: "works" });
    const back = (id: string) => post(code, [sent(TAKEN_BACK, { event: id })]);
    expect((await back(tried.id)).status).to.equal(201);
    expect((await back(tried.id)).status).to.equal(409);
    expect((await back((await movesOf(code))[0]!.id)).status).to.equal(409);
    expect((await back(drawn.id)).status).to.equal(201);
    expectFault(await post(code, [sent(TAKEN_BACK)]), 422, "[0].data.event");
  });

  it("works a dose out again and refuses what does not come out", () => {
    const scene = sceneAtStart(familyNamed("BX-24"), 0);
    const right = chooseDose(scene);
    expect(verifyChoice(scene, "dose-chosen", right)).to.equal(null);
    const more = { ...right, volumeMl: right.volumeMl * 1.1 };
    expect(verifyChoice(scene, "dose-chosen", more)?.id).to.equal("fault.not-what-was-calculated");
    const stamp = { ...right.calculated, inputHash: "0".repeat(64) };
    expect(verifyChoice(scene, "dose-chosen", { ...right, calculated: stamp })).not.to.equal(null);
  });

  it("works a heat out again from its own settings, and takes no longer window, wider strip or shorter thaw", () => {
    const scene = { ...sceneAtStart(familyNamed("TK-5"), 0) };
    for (const method of ["plate", "freezer"] as const) {
      const right = chooseHeat(scene, method, { humidityPct: 70, soakS: 200 });
      expect(verifyChoice(scene, "heat-chosen", right)).to.equal(null);
      const less = { ...right, windowS: right.windowS! - 1, stripMm: right.stripMm - 1 };
      expect(verifyChoice(scene, "heat-chosen", less)).to.equal(null);
      for (const more of [
        { windowS: right.windowS! + 5 },
        { windowS: null },
        { settings: { ...right.settings, roomC: 1_000 } },
        { stripMm: right.stripMm + 2 },
        { settings: { ...right.settings, strengthJm2: right.settings.strengthJm2! / 40 }, stripMm: 25 },
        { readyS: right.readyS! + 5 },
        { endC: right.endC! - 3 },
        ...(right.thawS === null ? [] : [{ thawS: right.thawS / 2 }]),
        { settings: { ...right.settings, [method === "plate" ? "plateC" : "freezerC"]: 45 } },
      ]) {
        const refused = verifyChoice(scene, "heat-chosen", { ...right, ...more });
        expect(refused?.id, JSON.stringify(more)).to.equal("fault.not-what-was-calculated");
      }
    }
  });

  it("takes for sure no more of a window than what was measured leaves sure", () => {
    const scene = sceneAtStart(familyNamed("TK-5"), 0);
    const fit = benchFit.parse({
      id: uuid(),
      jobCode: "GW-1154",
      method: "plate",
      contact: { valueWm2K: 90, lowWm2K: 80, highWm2K: 101 },
      airFilm: { valueWm2K: 9, lowWm2K: 8, highWm2K: 10.1 },
      doubt: { contactLogVar: 0.0036, contactAirLogCov: 0.001, airLogVar: 0.0036 },
      rmsC: 0.5,
      readings: 80,
    });
    const right = chooseHeat(scene, "plate", { fits: { plate: { ...fit, keptAt: "2026-05-01T08:00:00Z" } } });
    expect(right.windowS!).to.be.within(5, right.likelyWindowS! - 3);
    expect(verifyChoice(scene, "heat-chosen", right)).to.equal(null);
    const { contactLogVar, ...doubtless } = right.settings;
    expect(contactLogVar).to.equal(0.0036);
    for (const more of [
      { windowS: right.likelyWindowS! },
      { likelyWindowS: right.likelyWindowS! + 5 },
      // Without its doubt there is no likely one beside it.
      { windowS: right.likelyWindowS!, settings: doubtless },
      { settings: { ...right.settings, airLogVar: -1 } },
    ]) {
      const refused = verifyChoice(scene, "heat-chosen", { ...right, ...more });
      expect(refused?.id, JSON.stringify(more)).to.equal("fault.not-what-was-calculated");
    }
  });

  it("runs a pattern's fill again, on this panel with this dose and no other", () => {
    const start = sceneAtStart(familyNamed("BX-24"), 0);
    const dose = chooseDose(start);
    const bond = { ...start.state.bond, dose };
    const scene = { ...start, state: { ...start.state, bond } };
    const right = choosePattern(scene, dose);
    const check = (data: object) => verifyChoice(scene, "pattern-chosen", data)?.id ?? null;
    expect(check(right)).to.equal(null);
    const fault = "fault.not-what-was-calculated";
    expect(check({ ...right, fill: { ...right.fill, trappedMm2: right.fill.trappedMm2 + 1 } })).to.equal(
      fault,
    );
    expect(check({ ...right, calculated: { ...right.calculated, inputHash: "0".repeat(64) } })).to.equal(
      fault,
    );
    const stamped = (more: object) => ({
      ...right,
      calculated: calculatedBy("fill-front", { ...right.calculated.input, ...more }),
    });
    // Another panel, thinner liquid, half the liquid: true of themselves, but not of this bond.
    expect(check(stamped({ outline: { widthMm: 50, heightMm: 30 } }))).to.equal(fault);
    expect(check(stamped({ viscosityPaS: 0.5 }))).to.equal(fault);
    const pieces = right.calculated.input.pattern as { volumeUl: number }[];
    const half = pieces.map((piece) => ({ ...piece, volumeUl: piece.volumeUl / 2 }));
    expect(check(stamped({ pattern: half }))).to.equal(fault);
  }).timeout(20_000);

  it("numbers many that press at once without a gap, in a chain that shows a changed byte", async () => {
    const { code } = await openJob();
    const notes = Array.from({ length: 12 }, (_, i) => sent("noted", { text: `note ${i}` }));
    const answers = await Promise.all(notes.map((note) => post(code, [note])));
    expect(answers.map(({ status }) => status)).to.deep.equal(notes.map(() => 201));
    expect((await movesOf(code)).map(({ seq }) => seq)).to.deep.equal(
      Array.from({ length: 13 }, (_, i) => i + 1),
    );
    expect(await firstBrokenLink(pool, code)).to.equal(null);
    await pool.query("ALTER TABLE move DISABLE TRIGGER move_append_only");
    await pool.query(
      `UPDATE move SET data = '{"text":"another"}' WHERE seq = 5 AND job_id = (SELECT id FROM job WHERE code = $1)`,
      [code],
    );
    await pool.query("ALTER TABLE move ENABLE TRIGGER move_append_only");
    expect(await firstBrokenLink(pool, code)).to.equal(5);
  });

  it("never changes or deletes a move, not even by SQL", async () => {
    for (const sql of ["UPDATE move SET who = 'imre'", "DELETE FROM move", "TRUNCATE move CASCADE"]) {
      const error = await pool.query(sql).then(
        () => null,
        (refused: Error) => refused,
      );
      expect(error?.message).to.match(/append-only/);
    }
  });

  it("refuses an enormous body before it is read to its end", async () => {
    const raw = `"${"x".repeat(LARGEST_BODY)}"`;
    const answer = await ask(postMoves, { params: { code: "GW-1151" }, raw });
    expect(answer.status).to.equal(413);
    expect(answer.body.detail).to.include("1 MB");
  });

  it("spreads readings out; a correction shows, and they go and come with their move", async () => {
    const { code } = await openJob();
    const values = async () =>
      (
        await pool.query(
          "SELECT value FROM reading JOIN job ON job.id = job_id WHERE code = $1 AND quantity = 'room' ORDER BY position",
          [code],
        )
      ).rows.map((row) => row.value);
    const at = "2026-05-04T08:00:00.000Z";
    const pair = [20.5, 21].map((value) => ({ at, value }));
    const reading = await tell(pool, code, "reading-taken", {
      quantity: "room",
      source: "hand",
      values: pair,
    });
    expect(await values()).to.deep.equal([20.5, 21]);
    const correction = { reading: reading.id, index: 1, value: 22, reason: "Comma slipped" };
    const corrected = await tell(pool, code, "reading-corrected", correction);
    expect(await values()).to.deep.equal([20.5, 22]);
    expect((await told(pool, code, "reading-corrected", { ...correction, index: 7 })).kind).to.equal(
      "refused",
    );
    await tell(pool, code, TAKEN_BACK, { event: corrected.id });
    expect(await values()).to.deep.equal([20.5, 21]);
    await tell(pool, code, TAKEN_BACK, { event: reading.id });
    expect(await values()).to.deep.equal([]);
    const logged = { who: "tove", quantity: "room", value: 19 };
    expect((await ask(postReading, { params: { code }, body: logged })).status).to.equal(201);
    expect(await values()).to.deep.equal([19]);
    expectFault(await ask(postReading, { params: { code }, body: { ...logged, value: "19" } }), 422, "value");
  });

  it("suggests the next code", async () => {
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
        const document = await plainDocument(pool, code);
        expect(await importJob(other, document)).to.deep.equal({ code, added: document.moves.length });
        expect(await importJob(other, document)).to.deep.equal({ code, added: 0 });
        expect(await plainDocument(other, code)).to.deep.equal(document);
        expect(await firstBrokenLink(other, code)).to.equal(null);
      }
      for (const table of ["reading", "spent"]) {
        const there = await other.query(`SELECT count(*)::int FROM ${table}`);
        const here = await pool.query(
          `SELECT count(*)::int FROM ${table} JOIN job ON job.id = job_id WHERE code IN ('GW-1001','GW-1154','GW-1162','GW-1163')`,
        );
        expect(there.rows).to.deep.equal(here.rows);
      }
    });

    it("says whether a device that is over was fetched; where it does not, nobody waits for it", async () => {
      const { job: told, ...document } = await plainDocument(pool, "GW-1001");
      expect(told.fetchedAt).to.be.a("string");
      const { id, code, fetchedAt } = told;
      for (const [job, expected] of [
        [{ id, code, fetchedAt }, fetchedAt],
        [{ id, code, fetchedAt: null }, null],
        [{ id, code }, document.moves.at(-1)!.receivedAt],
      ] as const) {
        const other = (await freshDatabase()).pool;
        expect(await importJob(other, { ...document, job })).to.include({ code });
        expect((await plainDocument(other, code)).job.fetchedAt).to.equal(expected);
      }
      // Of one that is open nothing is said.
      expect((await plainDocument(pool, "GW-1154")).job).not.to.have.property("fetchedAt");
    });

    it("holds to its published schema", async () => {
      const ajv = new Ajv2020({ strict: false, formats: { uuid: true, "date-time": true } });
      const validate = ajv.compile(jobDocumentSchema());
      const document = await plainDocument(pool, "GW-1159");
      expect(validate(document), ajv.errorsText(validate.errors)).to.equal(true);
      expect(validate({ ...document, format: "another" })).to.equal(false);
      const published = JSON.parse(await readFile("docs/schemas/job.schema.json", "utf8"));
      expect(published, "npm run schemas writes it anew").to.deep.equal(
        JSON.parse(JSON.stringify(jobDocumentSchema())),
      );
    });

    it("is refused with the path of its fault, and then nothing of it is kept", async () => {
      const other = (await freshDatabase()).pool;
      const document = await plainDocument(pool, "GW-1155");
      const refusedAt = async (changed: object) => {
        const result = await importJob(other, changed);
        return "faults" in result ? result.faults.map((fault) => fault.path) : [];
      };
      const [first, second, ...rest] = document.moves;
      const cutOff = rest.find((move) => move.kind === "connector-opened")!;
      expect(await refusedAt({ ...document, format: "csv" })).to.deep.equal(["format"]);
      expect(await refusedAt({ ...document, moves: [] })).to.deep.equal(["moves"]);
      expect(await refusedAt({ ...document, moves: [first, { ...second, seq: 7 }] })).to.deep.equal([
        "moves[1].seq",
      ]);
      expect(
        await refusedAt({ ...document, moves: [first, { ...second, receivedAt: "yesterday" }] }),
      ).to.deep.equal(["moves[1].receivedAt"]);
      const before = "2001-01-01T00:00:00.000Z";
      expect(
        await refusedAt({ ...document, moves: [first, { ...second, receivedAt: before }] }),
      ).to.deep.equal(["moves[1].receivedAt"]);
      // What could not have happened there and then is no record: a connector opened on a live board.
      expect(await refusedAt({ ...document, moves: [first, { ...cutOff, seq: 2 }] })).to.deep.equal([
        "moves[1]",
      ]);
      expect(await refusedAt({ ...document, technicians: [] })).to.include("moves[0].who");
      const stack = document.family.stack.map((layer, i) =>
        i === 2 ? { ...layer, thicknessUm: -1 } : layer,
      );
      expect(await refusedAt({ ...document, family: { ...document.family, stack } })).to.deep.equal([
        "family.stack[2].thicknessUm",
      ]);
      for (const table of ["job", "move", "family", "technician"]) {
        expect((await other.query(`SELECT 1 FROM ${table}`)).rowCount).to.equal(0);
      }
    });

    it("is refused where another job has its code, and where the job here went on", async () => {
      const document = await plainDocument(pool, "GW-1155");
      const id = uuid();
      const moves = document.moves.map((move) => ({ ...move, id: uuid() }));
      for (const other of [
        { ...document, job: { ...document.job, id } },
        { ...document, moves: [...document.moves.slice(0, -1), moves.at(-1)] },
      ]) {
        const result = await importJob(pool, other);
        expect("faults" in result && result.faults[0]!.path).to.equal("job.code");
      }
    });

    it("of the first version is refused by name: its file is whole, and a new job begins", async () => {
      const document = JSON.parse(await readFile(FIRST_VERSION_DOCUMENT, "utf8"));
      const result = await importJob(pool, document);
      expect("faults" in result && result.faults[0]!.path).to.equal("version");
      expect("faults" in result && result.faults[0]!.message).to.include("recorded by the first version");
    });
  });

  it("keeps what the first version recorded: it is found, read and exported as it was, and its code is taken", async () => {
    const document = JSON.parse(await readFile(FIRST_VERSION_DOCUMENT, "utf8"));
    const old = await databaseAt("0012");
    const [head] = document.events;
    await old.query(
      "INSERT INTO technician (key, name) SELECT key, name FROM jsonb_to_recordset($1) AS t(key text, name text)",
      [JSON.stringify(document.technicians)],
    );
    await old.query("INSERT INTO family (code, version, content) VALUES ($1, 1, $2)", [
      document.family.code,
      document.family,
    ]);
    await old.query(
      "INSERT INTO job (id, code, family_id, route, opened_at) SELECT $1, $2, id, $3, $4 FROM family",
      [document.job.id, document.job.code, head.data.route, head.at],
    );
    await old.query(
      `INSERT INTO job_event (id, job_id, stage, kind, data, who, at)
       SELECT id, $1, stage, kind, data, who, at
       FROM jsonb_to_recordset($2) AS e(id uuid, stage text, kind text, data jsonb, who text, at timestamptz)`,
      [document.job.id, JSON.stringify(document.events)],
    );
    await migrate(old);
    const { code } = document.job;
    const first = (await findFirstVersionJob(old, code))!;
    expect(first.events).to.deep.equal(document.events);
    const { jobs } = await searchJobs(old, jobQuery.parse({ find: code }));
    expect(jobs.map(({ isFirstVersion }) => isFirstVersion)).to.deep.equal([true]);
    expect(await findJob(old, code)).to.equal(null);
    const again = await plainDocument(pool, "GW-1155");
    const taken = await importJob(old, { ...again, job: { ...again.job, code } });
    expect("faults" in taken && taken.faults[0]!.message).to.include("taken");
    expect((await call(exportFile, { params: { code: "GW-0" } })).status).to.equal(404);
  });

  describe("the demo workshop", () => {
    it("has an open job at every stage, one held, one overdue, one that turned to the whole assembly", async () => {
      const jobs = (await openJobs(pool)).filter((job) => /^GW-1[0-9]{3}$/.test(job.code));
      expect(jobs).to.have.length(18);
      const rows = (await benchNow(pool, DEMO_NOW_MS)).rows.filter(({ code }) => /^GW-1[0-9]{3}$/.test(code));
      expect(new Set(rows.map(({ stage }) => stage))).to.deep.equal(new Set(stageNames));
      const states = jobs.map((job) => sceneOf(job, DEMO_NOW_MS).state.intake);
      expect(states.filter(({ held }) => held)).to.have.length(1);
      expect(states.filter(({ dueAt }) => dueAt! < "2026-11-25T09")).to.have.length(1);
      expect(states.filter(({ broke }) => broke.length > 0)).to.have.length(1);
    });

    it("has about 150 finished jobs over a year, most repaired and some not, each in a whole chain", async () => {
      const { rows } = await pool.query<{ code: string; outcome: string }>(
        "SELECT code, outcome FROM job WHERE ended_at IS NOT NULL AND code LIKE 'GW-1%' ORDER BY code",
      );
      expect(rows).to.have.length(150);
      const repaired = rows.filter(({ outcome }) => outcome === "repaired").length;
      expect(repaired).to.be.within(110, 148);
      for (const { code } of rows.filter((_, i) => i % 15 === 0)) {
        expect(await firstBrokenLink(pool, code)).to.equal(null);
      }
    });

    it("is sorted on the bench by what each job needs next", async () => {
      const { rows } = await benchNow(pool, DEMO_NOW_MS);
      const needs = Object.fromEntries(rows.map((row) => [row.code, row.need]));
      expect(needs).to.include({
        "GW-1153": "timer",
        "GW-1159": "timer",
        "GW-1162": "hold",
        "GW-1151": "hands",
      });
      for (const row of rows) expect(repairRoutes.map(repairTitle)).to.include(row.route);
      expect(technicians).to.have.length(6);
    });
  });
});
