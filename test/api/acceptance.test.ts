import { expect } from "chai";
import type pg from "pg";
import { usualAcceptance } from "../../core/prove/acceptance.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { lookQuality } from "../../server/store/look-quality.ts";
import { findAcceptance } from "../../server/store/shop.ts";
import { GET as read, PUT as set } from "../../src/pages/api/shop/acceptance.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";
import { tell } from "./at-bench.ts";

const CODE = "GW-1160";

describe("what the shop lets pass under the glass", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  after(() => pool.query("UPDATE shop SET acceptance = NULL"));

  it("is the usual table until the shop has its own, which must hold", async () => {
    expect((await ask(read)).body).to.deep.equal(JSON.parse(JSON.stringify(usualAcceptance)));
    const [first] = usualAcceptance;
    expectFault(await ask(set, { body: [{ ...first, toMm: 0 }] }), 422, "[0].toMm");
    expectFault(await ask(set, { body: [{ ...first, centre: -1 }] }), 422, "[0].centre");
    expectFault(await ask(set, { body: [{ ...first, kinds: [] }] }), 422, "[0].kinds");
    expectFault(await ask(set, { body: [] }), 422, "");
    const own = [{ ...first, centre: 0 }];
    expect((await ask(set, { body: own })).status).to.equal(200);
    expect(await findAcceptance(pool)).to.deep.equal(own);
  });

  it("is measured by what eyes overruled of what was called; what is taken back counts no more", async () => {
    const before = await lookQuality(pool);
    const defect = (isOverruled: boolean) => ({
      kind: "fibre",
      xMm: 20,
      yMm: 20,
      areaMm2: 0.1,
      lengthMm: 2,
      strength: 12,
      overruled: isOverruled,
    });
    const looked = await tell(pool, CODE, "photo-inspected", {
      lighting: "dark",
      source: "photo",
      defects: [defect(true), defect(false), defect(true)],
    });
    await tell(pool, CODE, "photo-inspected", {
      lighting: "dark",
      source: "simulated",
      defects: [defect(true)],
      truth: { planted: 4, found: 3 },
    });
    const now = await lookQuality(pool);
    expect(now.called - before.called).to.equal(3);
    expect(now.overruled - before.overruled).to.equal(2);
    expect(now.byKind.find(({ kind }) => kind === "fibre")!.overruled).to.be.at.least(2);
    expect(now.simulated.planted - before.simulated.planted).to.equal(4);
    expect(now.simulated.found - before.simulated.found).to.equal(3);
    await tell(pool, CODE, TAKEN_BACK, { event: looked.id });
    const after = await lookQuality(pool);
    expect(after.called).to.equal(before.called);
    expect(after.simulated.planted).to.equal(now.simulated.planted);
  });
});
