import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { evenHand, overFingersHand, unevenHand } from "../../core/practice/sweep-hands.ts";
import type { Learned } from "../../core/practice/learning.ts";
import { exerciseNames } from "../../core/practice/attempt.ts";
import { exerciseNamed } from "../../core/practice/exercises.ts";
import { sweepOf } from "../../core/practice/sweep.ts";
import * as practice from "../../src/pages/api/practice/index.ts";
import { PUT as setLimit } from "../../src/pages/api/practice/limit.ts";
import { findPracticeLimit, learnedByAll } from "../../server/store/practice.ts";
import type { Asker } from "../../server/access/asker.ts";
import { findJob } from "../../server/store/jobs.ts";
import * as moves from "../../src/pages/api/jobs/[code]/moves.ts";
import { deviceRules } from "../../core/moves.ts";
import { practiceBefore } from "../../core/practice/asked-before.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { keepWorked, sent } from "./at-bench.ts";

const SEED = 4;
const truth = sweepOf(SEED);
const attempt = (hands: object[], more: object = {}) => ({
  id: uuid(),
  exercise: "sweep",
  level: "seen",
  seed: SEED,
  speed: 4,
  hands,
  ...more,
});

const withoutTimes = (learned: Learned[]) =>
  learned.map((one) => Object.fromEntries(Object.entries(one).filter(([field]) => field !== "lastAt")));

describe("practice that is kept", () => {
  let pool: pg.Pool;
  const as = { role: "technician", who: "bram" } as const;
  const post = (body: object) => ask(practice.POST, { body, as });
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  it("is judged by what the hand did, not by what is said of it, and counted once", async () => {
    const well = attempt(evenHand(truth, 4));
    const first = await post(well);
    expect([first.status, first.body.lost]).to.deep.equal([201, null]);
    expect((await post(well)).body.learned).to.deep.equal(first.body.learned);
    expect((await post(attempt(unevenHand(truth, 4)))).body.lost).to.deep.include({ reason: "below dose" });
    const last = await post(attempt(overFingersHand(truth, 4), { level: "unseen" }));
    expect(last.body.lost).to.deep.include({ reason: "skin", limit: 1_000 });
    const own = [
      { exercise: "sweep", level: "seen", tried: 2, won: 1, lostLast: "below dose", isLastLost: true },
      { exercise: "sweep", level: "unseen", tried: 1, won: 0, lostLast: "skin", isLastLost: true },
    ];
    expect(withoutTimes(last.body.learned)).to.deep.equal(own);
    expect(withoutTimes((await ask(practice.GET, { as })).body)).to.deep.equal(own);
    // Nobody else's.
    expect((await ask(practice.GET, { as: { ...as, who: "imre" } })).body).to.deep.equal([]);
  });

  it("counts the last twenty, since what was learned fades", async () => {
    await pool.query(
      `INSERT INTO practice_attempt (id, person, exercise, level, seed, speed, lost, took_s, at)
       SELECT gen_random_uuid(), 'noor', 'sweep', 'seen', 1, 1, CASE WHEN n <= 10 THEN 'skin' END, 60, now() - make_interval(days => 40 - n)
       FROM generate_series(1, 30) AS n`,
    );
    const { body } = await ask(practice.GET, { as: { ...as, who: "noor" } });
    const own = { exercise: "sweep", level: "seen", tried: 20, won: 20, lostLast: null, isLastLost: false };
    expect(withoutTimes(body)).to.deep.equal([own]);
  });

  it("refuses what is none, and names the field", async () => {
    const hand = { xMm: 1, yMm: 1, on: true };
    expectFault(await post(attempt([])), 422, "hands");
    expectFault(await post(attempt([hand], { seed: 0 })), 422, "seed");
    expectFault(await post(attempt([hand], { seed: 1_000_000 })), 422, "seed");
    expectFault(await post(attempt([hand], { speed: 2 })), 422, "speed");
    expectFault(await post(attempt([hand], { exercise: "juggling" })), 422, "exercise");
    // A hand of another exercise.
    expectFault(await post(attempt([hand], { exercise: "turn" })), 422, "hands[0].deg");
    expectFault(await post(attempt([{ ...hand, xMm: 9_999 }])), 422, "hands[0].xMm");
  });

  it("takes every exercise, and shows whoever answers for others how each of them does", async () => {
    for (const exercise of exerciseNames) {
      const { drawn, goodHand } = exerciseNamed(exercise);
      const hands = goodHand(drawn(SEED), 4) as object[];
      const { status, body } = await ask(practice.POST, {
        body: attempt(hands, { exercise, level: "unseen" }),
        as: { ...as, who: "saskia" },
      });
      expect([exercise, status, body.lost]).to.deep.equal([exercise, 201, null]);
    }
    const saskia = (await learnedByAll(pool)).find(({ key }) => key === "saskia")!;
    expect(saskia.learned.map(({ exercise, won }) => [exercise, won])).to.have.deep.members(
      exerciseNames.map((exercise) => [exercise, 1]),
    );
    // Nothing of it stands anywhere else.
    const { rows } = await pool.query<{ table_name: string }>(
      `SELECT DISTINCT tc.table_name FROM information_schema.constraint_column_usage AS used
       JOIN information_schema.table_constraints AS tc USING (constraint_name)
       WHERE used.table_name = 'practice_attempt' AND tc.constraint_type = 'FOREIGN KEY'`,
    );
    expect(rows).to.deep.equal([]);
  });

  const lead = { role: "lead", who: "imre" } as const;
  const set = (limitPct: unknown, isAsked: unknown = false) => ({ body: { limitPct, isAsked }, as: lead });

  it("keeps the lead's limit for the bench, and names what is none", async () => {
    expect((await call(setLimit, set(70))).status).to.equal(204);
    expect(await findPracticeLimit(pool)).to.deep.equal({ limitPct: 70, isAsked: false });
    expectFault(await ask(setLimit, set(100)), 422, "limitPct");
    expectFault(await ask(setLimit, set(null, true)), 422, "limitPct");
    expectFault(await ask(setLimit, set(70, "yes")), 422, "isAsked");
    expect(await findPracticeLimit(pool)).to.deep.equal({ limitPct: 70, isAsked: false });
    expect((await call(setLimit, set(null))).status).to.equal(204);
    expect(await findPracticeLimit(pool)).to.deep.equal({ limitPct: null, isAsked: false });
  });

  it("is asked for before a technician works alone, where leads say so; a lead's note is company", async () => {
    const code = "GW-9956";
    const family = familyNamed("AQ-8");
    await keepWorked(
      pool,
      code,
      workedTo(family, "assembly", asksFor("casing-opened"), { endMs: Date.now() }),
    );
    const noor = { ...as, who: "noor" };
    const opens = (by: Partial<Asker> & { who: string }) => {
      const body = [sent("casing-opened", {}, { who: by.who })];
      return ask(moves.POST, { params: { code }, body, as: by });
    };
    const undo = async () => {
      const last = (await findJob(pool, code))!.moves.at(-1)!;
      const back = [sent("taken-back", { event: last.id }, { who: last.who })];
      expect((await ask(moves.POST, { params: { code }, body: back })).status).to.equal(201);
    };
    const practises = (times: number) =>
      pool.query(
        `INSERT INTO practice_attempt (id, person, exercise, level, seed, speed, lost, took_s)
         SELECT gen_random_uuid(), 'noor', 'put-back', 'unseen', 1, 1, NULL, 60 FROM generate_series(1, $1)`,
        [times],
      );
    // Not asked for, and asked for.
    expect((await opens(noor)).status).to.equal(201);
    await undo();
    await call(setLimit, set(60, true));
    const alone = await opens(noor);
    expect(alone.status).to.equal(403);
    expect(alone.body.detail).to.match(
      /“Put back” until it is likely to go well 60 times in 100; it is 0 now/,
    );
    // Wilson's lower end of 3 of 3 is 43 %, of 6 of 6 it is 60 %.
    await practises(3);
    expect((await opens(noor)).body.detail).to.contain("it is 43 now");
    await practises(3);
    expect((await opens(noor)).status).to.equal(201);
    await undo();
    // Another who has not practised, alone and with a lead; leads are asked for nothing.
    const bram = { ...as, who: "bram" };
    expect((await opens(bram)).status).to.equal(403);
    expect((await opens(lead)).status).to.equal(201);
    await undo();
    const note = [sent("noted", { text: "I am with Bram at this one" }, { who: "imre" })];
    expect((await ask(moves.POST, { params: { code }, body: note, as: lead })).status).to.equal(201);
    expect((await opens(bram)).status).to.equal(201);
    await call(setLimit, set(null));
  });

  it("asks for what a choice leads to", () => {
    expect(practiceBefore("heat-chosen", { method: "wire" })).to.deep.equal(["wire"]);
    expect(practiceBefore("heat-chosen", { method: "freezer" })).to.deep.equal(["freeze"]);
    expect(practiceBefore("heat-chosen", { method: "plate" })).to.deep.equal(["window"]);
    expect(practiceBefore("axis-chosen", {})).to.deep.equal(["turn"]);
    expect(practiceBefore("noted", {})).to.deep.equal([]);
    const kinds = ["casing-opened", "pattern-chosen", "exposure-chosen", "axis-chosen", "alloy-chosen"];
    for (const kind of kinds) {
      expect(deviceRules.moves.some((move) => move.kind === kind)).to.equal(true);
      expect(practiceBefore(kind, {})).not.to.deep.equal([]);
    }
  });
});
