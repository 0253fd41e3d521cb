import { expect } from "chai";
import type pg from "pg";
import type { HandedBack } from "../../server/store/hand-backs.ts";
import { readJobQuery, searchJobs } from "../../server/store/job-search.ts";
import * as handBack from "../../src/pages/api/jobs/[code]/hand-back.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { keepWorked } from "./at-bench.ts";
import { ask, expectFault } from "./ask.ts";

/** A dot, as a PNG. */
const DOT =
  "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==";

describe("a device that is over", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const put = (code: string, more: object = {}) =>
    ask(handBack.PUT, {
      params: { code },
      body: { who: "tove", to: "Barge Quillon", signature: DOT, ...more },
    });
  const notFetched = async () =>
    (await searchJobs(pool, readJobQuery({ state: "not fetched", find: "GW-988" }).query)).jobs.map(
      ({ code }) => code,
    );

  it("is not fetched until somebody signs for it, once; noted by mistake it is still here", async () => {
    await keepWorked(
      pool,
      "GW-9881",
      workedTo(familyNamed("TK-5"), "layer", undefined, { endMs: Date.now() }),
    );
    expect(await notFetched()).to.deep.equal(["GW-9881"]);
    const both = await Promise.all([put("GW-9881"), put("GW-9881", { to: "Somebody else" })]);
    expect(both.map(({ status }) => status).sort()).to.deep.equal([201, 409]);
    const { body } = await ask(handBack.GET, { params: { code: "GW-9881" } });
    expect(body as HandedBack).to.include({ who: "tove", signature: DOT });
    expect(await notFetched()).to.deep.equal([]);
    await ask(handBack.DELETE, { params: { code: "GW-9881" } });
    expect(await notFetched()).to.deep.equal(["GW-9881"]);
    expect((await put("GW-9881")).status).to.equal(201);
    // What was signed first is not forgotten.
    const { rows } = await pool.query(
      "SELECT FROM hand_back WHERE job_id = (SELECT id FROM job WHERE code = 'GW-9881')",
    );
    expect(rows).to.have.length(2);
  });

  it("is not handed over while it is worked on, by nobody, or without a signature", async () => {
    expect((await put("GW-1151")).status).to.equal(409);
    expect((await put("GW-9999")).status).to.equal(404);
    expect((await put("GW-1151", { who: "nobody" })).status).to.equal(401);
    expectFault(await put("GW-1151", { signature: "data:text/html;base64,AAAA" }), 422, "signature");
    expectFault(await put("GW-1151", { signature: null }), 422, "signature");
    expectFault(await put("GW-1151", { signature: DOT + "A".repeat(200_000) }), 422, "signature");
    expectFault(await put("GW-1151", { to: "" }), 422, "to");
  });
});
