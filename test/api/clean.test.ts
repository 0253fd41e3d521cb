import { expect } from "chai";
import type pg from "pg";
import { GET as readHot } from "../../src/pages/api/jobs/[code]/hot-nearby.ts";
import { GET as readLamp } from "../../src/pages/api/shop/lamp.ts";
import { GET as readRoom, PUT as setRoom } from "../../src/pages/api/shop/room.ts";
import { shopLamp } from "../../core/cure/shop-lamp.ts";
import { lampReadings } from "../../server/store/lamp.ts";
import { hotNearby, type HotNearby } from "../../server/hot-nearby.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

describe("the room, what is hot in it, and the lamp", function () {
  this.timeout(60_000);
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
    expect(readings.length).to.be.greaterThan(40);
    const hours = readings.map((reading) => reading.hours);
    expect([...hours].sort((a, b) => a - b)).to.deep.equal(hours);
    const lamp = shopLamp(readings)!;
    // The demo's lamp loses a third in its year.
    expect(lamp.nowPct).to.be.within(60, 74);
    expect(lamp.replaceAtHours!).to.be.greaterThan(hours.at(-1)!);
    expect((await ask(readLamp)).body).to.deep.equal(lamp);
    expect(shopLamp(readings.slice(0, 2))).to.equal(null);
  });
});
