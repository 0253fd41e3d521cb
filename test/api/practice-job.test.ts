import { expect } from "chai";
import type pg from "pg";
import { chooseFor } from "../../core/device/choose.ts";
import { lastDayOf } from "../../core/materials/lots.ts";
import { nextMove } from "../../core/job/plan.ts";
import { deviceRules } from "../../core/moves.ts";
import { wholeJobAt, wholeJobOf } from "../../core/practice/whole-job.ts";
import { whatIsAnswered, whatIsSeen } from "../../core/twin/seen.ts";
import type { PracticeJobSaid } from "../../server/practice-said.ts";
import { listFamilies } from "../../server/store/families.ts";
import { sceneOf } from "../../server/store/jobs.ts";
import { shelvedLots } from "../../server/store/lots.ts";
import { findPracticeJob, openPracticeOf } from "../../server/store/practice-jobs.ts";
import { learnedBy } from "../../server/store/practice.ts";
import { GET as certificate } from "../../src/pages/api/jobs/[code]/certificate.json.ts";
import { GET as choice } from "../../src/pages/api/jobs/[code]/choice.ts";
import { GET as exported } from "../../src/pages/api/jobs/[code]/export.ts";
import { GET as hot } from "../../src/pages/api/jobs/[code]/hot-nearby.ts";
import * as moves from "../../src/pages/api/jobs/[code]/moves.ts";
import * as practice from "../../src/pages/api/practice/jobs/index.ts";
import { GET as look } from "../../src/pages/api/practice/jobs/[code]/index.ts";
import { POST as skip } from "../../src/pages/api/practice/jobs/[code]/skip.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { sent } from "./at-bench.ts";

// Somebody in whose name no other test practises.
const who = "odile";
const as = { role: "technician", who } as const;
const today = new Date().toISOString().slice(0, 10);
type Told = Record<string, unknown>;

describe("a whole job that is practised", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  /** A seed that draws a device as it is wanted. */
  const seedWhere = async (is: (whole: NonNullable<ReturnType<typeof wholeJobOf>>) => boolean) => {
    const families = (await listFamilies(pool, "families")).map(({ family }) => family);
    for (let seed = 1; seed < 5_000; seed += 1) if (is(wholeJobOf(seed, families)!)) return seed;
    throw new Error("No seed draws it.");
  };
  const begin = async (seed: number, level = "seen"): Promise<string> => {
    const { status, body } = await ask(practice.POST, { body: { seed, level }, as });
    expect(status, JSON.stringify(body)).to.equal(201);
    return body.code as string;
  };
  /** What is on the shelf for a use, in date. */
  const lotOf = async (kind: string) => {
    const good = (await shelvedLots(pool)).find((lot) => lot.kind === kind && lastDayOf(lot)! > today)!;
    return { kind, lot: good.lot, material: good.material, goodUntil: lastDayOf(good), viscosityPaS: null };
  };
  const tell = (code: string, kind: string, data: unknown = {}, more: object = {}) =>
    ask(moves.POST, { params: { code }, body: [sent(kind, data, { who, ...more })], as });
  const said = async (code: string): Promise<PracticeJobSaid> =>
    (await ask(look, { params: { code }, as })).body as PracticeJobSaid;

  /** Works it as its plan says, and records what is so, until it asks for a kind of move or is over. */
  async function work(code: string, until = ""): Promise<{ kind: string; data: Told } | null> {
    for (let n = 0; n < 400; n += 1) {
      const job = (await findPracticeJob(pool, code))!;
      const scene = sceneOf(job, Date.now());
      const next = nextMove(deviceRules, scene);
      if (next === null) return null;
      if (!("step" in next)) throw new Error("No way on.");
      const { move, data, notBeforeMs } = next.step;
      const offered = data as Told;
      if (move.kind === until) return { kind: move.kind, data: offered };
      if (notBeforeMs !== null && notBeforeMs > Date.now()) {
        expect((await said(code)).isWaiting).to.equal(true);
        expect((await call(skip, { params: { code }, body: {}, as })).status).to.equal(204);
        expect((await said(code)).isWaiting, move.kind).to.equal(false);
        continue;
      }
      const { whole } = job;
      const now = { ...wholeJobAt(whole, job.moves), scene };
      const told =
        move.told === "answer"
          ? whatIsSeen(scene, now.twin, whole, move.kind, offered)
          : move.told === "word"
            ? whatIsAnswered(scene, now.twin, whole, move.kind, offered)
            : move.kind === "lot-taken"
              ? await lotOf(String(offered.kind))
              : (chooseFor(scene, move.kind, offered, { method: "plate" }) ?? offered);
      const result = await tell(code, move.kind, told, { version: move.version });
      expect(result.status, `${move.kind} ${JSON.stringify(result.body)}`).to.equal(201);
    }
    throw new Error("It does not end.");
  }

  it("is worked to its end, says what was hidden, and counts as an attempt", async function () {
    this.timeout(60_000);
    const seed = await seedWhere(
      ({ family, route, truth }) => family.code === "AQ-8" && route === "assembly" && truth.staysAlive,
    );
    const code = await begin(seed);
    expect(code).to.match(/^practice-[0-9a-f]{8}$/);
    expect(await openPracticeOf(pool, who)).to.equal(code);
    const shelf = await shelvedLots(pool);
    expect(await work(code)).to.equal(null);
    // What it laid was taken from no shelf.
    expect(await shelvedLots(pool)).to.deep.equal(shelf);
    const { ended } = await said(code);
    expect(ended!.isLost).to.equal(false);
    expect(ended!.says).to.contain("a supply that was still alive once isolated");
    expect(await openPracticeOf(pool, who)).to.equal(null);
    const own = (await learnedBy(pool, who)).filter(({ exercise }) => exercise === "whole-job");
    expect(own).to.have.length(1);
    expect(own[0]).to.include({ level: "seen", tried: 1, won: 1, isLastLost: false });
    expect((await tell(code, "noted", { text: "more" })).status).to.equal(409);
  });

  it("is lost where the record says what is not so, and stays so", async () => {
    const seed = await seedWhere(({ truth }) => truth.staysAlive && truth.diesIn === null);
    const code = await begin(seed, "unseen");
    const asked = (await work(code, "found-dead"))!;
    expect(await said(code)).to.deep.include({ found: "It answers: there is still power in it." });
    expect((await tell(code, asked.kind, { result: "dead" })).status).to.equal(201);
    const { ended } = await said(code);
    expect(ended).to.include({ isLost: true });
    expect(ended!.says).to.match(
      /^Lost in Open: you recorded “.+” It shows: It answers: there is still power/,
    );
    expect(ended!.steps.at(-1)).to.include({ found: "It answers: there is still power in it." });
    expect(ended!.steps[0]!.found).to.equal(null);
    expect(ended!.steps).to.have.length((await findPracticeJob(pool, code))!.moves.length);
    expect((await tell(code, "isolated")).status).to.equal(409);
    expect((await findPracticeJob(pool, code))!.lost).to.include({ reason: "untrue", kind: "found-dead" });
    const own = (await learnedBy(pool, who)).find(({ level }) => level === "unseen");
    expect(own).to.include({ exercise: "whole-job", tried: 1, won: 0, lostLast: "untrue" });
  });

  it("takes a press once, from its own learner, as its record allows, and no picture", async () => {
    const code = await begin(3);
    const one = sent("noted", { text: "Looked at" }, { who });
    const post = (body: unknown, by: object = as) => ask(moves.POST, { params: { code }, body, as: by });
    const first = await post([one]);
    expect([first.status, first.body.added], JSON.stringify(first.body)).to.deep.equal([201, 1]);
    const again = await post([one]);
    expect([again.status, again.body.added]).to.deep.equal([200, 0]);
    const other = await post([{ ...one, id: sent("noted").id, who: "imre" }], { ...as, who: "imre" });
    expect(other.status).to.equal(409);
    expect((await call(skip, { params: { code }, body: {}, as: { ...as, who: "imre" } })).status).to.equal(
      401,
    );
    // Out of its order, as at the bench.
    expect((await tell(code, "isolated")).status).to.equal(409);
    const photo = await tell(code, "photo-added", { lighting: "plain" });
    expect(photo.status).to.be.oneOf([409, 422]);
    // Nor does a word stand in for a look.
    const word = { fact: { is: "shown", fn: "picture" }, reason: "It surely works" };
    expect((await tell(code, "signed-for", word)).status).to.equal(409);
    const back = await tell(code, "taken-back", { event: one.id });
    expect(back.status).to.equal(201);
    expect((await ask(moves.GET, { params: { code }, search: "?after=1" })).body.moves).to.have.length(2);
  });

  it("stands apart: nothing real finds it, and nothing real is in it", async () => {
    const jobsBefore = await pool.query<{ n: string }>("SELECT count(*) AS n FROM job");
    const code = await begin(11);
    const jobsAfter = await pool.query<{ n: string }>("SELECT count(*) AS n FROM job");
    expect(jobsAfter.rows).to.deep.equal(jobsBefore.rows);
    for (const route of [certificate, exported]) {
      const answer = await ask(route, { params: { code } });
      expect(answer.status).to.equal(404);
      expect(answer.body.detail).to.contain("not part of practice");
    }
    expect((await ask(hot, { params: { code } })).body).to.deep.equal([]);
    expect((await ask(choice, { params: { code }, as })).status).to.equal(200);
    const { rows } = await pool.query(
      `SELECT 1 FROM information_schema.constraint_column_usage AS used JOIN information_schema.table_constraints AS tc USING (constraint_name)
       WHERE used.table_name = 'practice_job' AND tc.constraint_type = 'FOREIGN KEY'`,
    );
    expect(rows).to.deep.equal([]);
  });

  it("refuses a seed, a level and a code that are none", async () => {
    expectFault(await ask(practice.POST, { body: { seed: 0, level: "seen" }, as }), 422, "seed");
    expectFault(await ask(practice.POST, { body: { seed: 1, level: "dark" }, as }), 422, "level");
    const params = { code: "practice-00000000" };
    expect((await ask(look, { params, as })).status).to.equal(404);
    expect((await ask(moves.GET, { params })).status).to.equal(404);
    expect((await ask(moves.POST, { params, body: [sent("noted", {}, { who })], as })).status).to.equal(404);
    expect((await ask(skip, { params, body: {}, as })).status).to.equal(404);
  });
});
