import { expect } from "chai";
import type pg from "pg";
import { GET as readHot } from "../../src/pages/api/jobs/[code]/hot-nearby.ts";
import { GET as readLamp } from "../../src/pages/api/shop/lamp.ts";
import { GET as readRoom, PUT as setRoom } from "../../src/pages/api/shop/room.ts";
import { shopLamp } from "../../core/cure/shop-lamp.ts";
import { changeLamp, lampReadings, type LampReading } from "../../server/store/lamp.ts";
import { solventToday } from "../../server/store/solvent-today.ts";
import { rebuildCounts } from "../../server/store/rebuild.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { keepWorked, tell } from "./at-bench.ts";
import { v4 as uuid } from "uuid";
import { hotNearby, type HotNearby } from "../../server/hot-nearby.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

describe("the room, what is hot in it, and the lamp", () => {
  let pool: pg.Pool;

  before(async () => {
    ({ pool } = await demoDatabase());
  });

  it("is as assumed until the shop says otherwise, and refused with its bounds where it cannot be", async () => {
    expect((await ask(readRoom)).body).to.deep.equal({
      roomM3: 120,
      airChangesPerH: 2,
      mixing: 3,
    });
    const room = { roomM3: 45, airChangesPerH: 6, mixing: 4 };
    expect((await ask(setRoom, { body: room })).status).to.equal(200);
    expect((await ask(readRoom)).body).to.deep.equal(room);
    expectFault(await ask(setRoom, { body: { ...room, mixing: 11 } }), 422, "mixing");
  });

  it("counts what went on cloths in the last hours, over all jobs", async () => {
    const before = (await solventToday(pool))["n-hexane"] ?? 0;
    const code = "GW-9742";
    await keepWorked(
      pool,
      code,
      workedTo(familyNamed("TK-5"), "layer", asksFor("wiped"), { endMs: Date.now() }),
    );
    const wipe = { solvent: "n-hexane", volumeMl: 4, evaporateMin: 2, lot: null };
    await tell(pool, code, "solvent-chosen", wipe);
    expect((await solventToday(pool))["n-hexane"]).to.equal(before + 4);
  });

  it("names what heats at other stations, the hottest first, and not this job's own", async () => {
    const hot = (await ask(readHot, { params: { code: "GW-1155" } })).body as HotNearby[];
    expect(hot.map(({ code }) => code)).to.include("GW-1153");
    expect(hot.find(({ code }) => code === "GW-1153")!.hotC).to.be.within(60, 120);
    expect([...hot].sort((a, b) => b.hotC - a.hotC)).to.deep.equal(hot);
    expect((await hotNearby(pool, "GW-1153", DEMO_NOW_MS)).map(({ code }) => code)).not.to.include("GW-1153");
    // An hour later it has cooled, but for what is still on the heat.
    const later = await hotNearby(pool, "GW-1155", DEMO_NOW_MS + 3_600_000);
    expect(later.length).to.be.at.most(hot.length);
  });

  it("knows how the lamp has aged from what was read over all jobs, by its hours of light", async () => {
    const readings = await lampReadings(pool);
    expect(readings.length).to.be.greaterThan(30);
    const hours = readings.map((reading) => reading.hours);
    expect([...hours].sort((a, b) => a - b)).to.deep.equal(hours);
    const lamp = shopLamp(readings)!;
    // The demo's lamp loses a third in its year.
    expect(lamp.nowPct).to.be.within(60, 74);
    expect(lamp.replaceAtHours!).to.be.greaterThan(hours.at(-1)!);
    expect((await ask(readLamp)).body).to.deep.equal(lamp);
    expect(shopLamp(readings.slice(0, 2))).to.equal(null);
  });

  it("counts the lamp's hours as its moves tell them, whatever is added, taken back or put in", async () => {
    /** From nothing but the moves. */
    const fromMoves = async () => {
      const { rows } = await pool.query<{ hours: number; value: number }>(
        `WITH new AS (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change),
         turns AS (
           SELECT kind, received_at AS at,
                  extract(epoch FROM received_at - lag(received_at) OVER (PARTITION BY job_id ORDER BY seq))::float8 AS s
           FROM standing_move WHERE kind IN ('lamp-on', 'lamp-off')
         ),
         told AS (
           SELECT turns.at, s, NULL::float8 AS value FROM turns, new
           WHERE kind = 'lamp-off' AND s IS NOT NULL AND turns.at >= new.at
           UNION ALL
           SELECT reading.at, 0, reading.value FROM reading, new
           WHERE reading.quantity = 'irradiance' AND reading.at >= new.at
         )
         SELECT value, hours
         FROM (SELECT at, value, sum(s) OVER (ORDER BY at) / 3600 AS hours FROM told) AS counted
         WHERE value IS NOT NULL ORDER BY at`,
      );
      return rows;
    };
    const same = async () => {
      const [kept, told] = [await lampReadings(pool), await fromMoves()];
      const isOneOf = (one: LampReading) =>
        told.some(
          ({ value, hours }) =>
            value === one.irradianceMwCm2 && Math.abs((hours ?? 0) - (one.hours ?? 0)) < 1e-6,
        );
      expect(kept.filter((one) => !isOneOf(one))).to.deep.equal([]);
      // The latest of them all, and older ones day by day.
      expect(kept.slice(-50).map((one) => one.irradianceMwCm2)).to.deep.equal(
        told.slice(-50).map((one) => one.value),
      );
      expect(kept.length).to.be.at.least(Math.min(51, told.length));
      // Each day's sum and first reading are what its exposures and readings come to.
      expect(await rebuildCounts(pool)).to.deep.equal([]);
      return kept.at(-1)!.hours;
    };
    const before = await same();
    // A job of today is brought to its lamp, lit, and lit no more.
    const code = "GW-9731";
    const family = familyNamed("TK-5");
    await keepWorked(
      pool,
      code,
      workedTo(family, "layer", asksFor("lamp-off"), { endMs: Date.now() - 60_000 }),
    );
    const off = await tell(pool, code, "lamp-off", { early: true });
    const reading = {
      quantity: "irradiance",
      source: "hand",
      values: [{ at: new Date().toISOString(), value: 31 }],
    };
    await tell(pool, code, "reading-taken", reading);
    const lit = await same();
    expect(lit).to.be.above(before + 55 / 3600);
    await tell(pool, code, TAKEN_BACK, { event: off.id });
    expect(await same()).to.be.closeTo(lit - 60 / 3600, 10 / 3600);
    await changeLamp(pool, {
      id: uuid(),
      at: new Date(Date.now() - 90 * 86_400_000).toISOString(),
      who: "tove",
    });
    expect(await same()).to.be.below(lit);
  });
});
