import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { evenHand, overFingersHand, unevenHand } from "../../core/practice/sweep-hands.ts";
import { sweepOf } from "../../core/practice/sweep.ts";
import * as practice from "../../src/pages/api/practice.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

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

describe("practice that is kept", () => {
  let pool: pg.Pool;
  const as = { role: "technician", who: "linus" } as const;
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
    expect(last.body.lost).to.deep.include({ reason: "skin", limitMjCm2: 1_000 });
    const own = [
      { exercise: "sweep", level: "seen", tried: 2, won: 1, lostLast: "below dose" },
      { exercise: "sweep", level: "unseen", tried: 1, won: 0, lostLast: "skin" },
    ];
    expect(last.body.learned).to.deep.equal(own);
    expect((await ask(practice.GET, { as })).body).to.deep.equal(own);
    // Nobody else's.
    expect((await ask(practice.GET, { as: { ...as, who: "bram" } })).body).to.deep.equal([]);
  });

  it("counts the last twenty, since what was learned fades", async () => {
    await pool.query(
      `INSERT INTO practice_attempt (id, person, exercise, level, seed, speed, lost, took_s, at)
       SELECT gen_random_uuid(), 'noor', 'sweep', 'seen', 1, 1, CASE WHEN n <= 10 THEN 'skin' END, 60, now() - make_interval(days => 40 - n)
       FROM generate_series(1, 30) AS n`,
    );
    const { body } = await ask(practice.GET, { as: { ...as, who: "noor" } });
    expect(body).to.deep.equal([{ exercise: "sweep", level: "seen", tried: 20, won: 20, lostLast: null }]);
  });

  it("refuses what is none, and names the field", async () => {
    const hand = { xMm: 1, yMm: 1, on: true };
    expectFault(await post(attempt([])), 422, "hands");
    expectFault(await post(attempt([hand], { seed: 0 })), 422, "seed");
    expectFault(await post(attempt([hand], { seed: 1_000_000 })), 422, "seed");
    expectFault(await post(attempt([hand], { speed: 2 })), 422, "speed");
    expectFault(await post(attempt([hand], { exercise: "window" })), 422, "exercise");
    expectFault(await post(attempt([{ ...hand, xMm: 9_999 }])), 422, "hands[0].xMm");
  });
});
