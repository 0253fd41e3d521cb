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
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";

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

  it("keeps the lead's limit for the bench, and names what is none", async () => {
    const set = (limitPct: unknown) =>
      call(setLimit, { body: { limitPct }, as: { role: "lead", who: "imre" } });
    expect((await set(70)).status).to.equal(204);
    expect(await findPracticeLimit(pool)).to.equal(70);
    expectFault(await ask(setLimit, { body: { limitPct: 100 } }), 422, "limitPct");
    expect(await findPracticeLimit(pool)).to.equal(70);
    expect((await set(null)).status).to.equal(204);
    expect(await findPracticeLimit(pool)).to.equal(null);
  });
});
