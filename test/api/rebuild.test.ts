import { expect } from "chai";
import type pg from "pg";
import { loadDemo } from "../../scripts/load-demo.ts";
import { lookQuality } from "../../server/store/look-quality.ts";
import { shelvedLots } from "../../server/store/lots.ts";
import { rebuild } from "../../server/store/rebuild.ts";
import { suggestCode } from "../../server/store/jobs.ts";
import { shelvedParts } from "../../server/store/parts.ts";
import { pastJobs } from "../../server/store/shop.ts";
import { DEMO_NOW_MS, demoJobs, freshDatabase } from "../fresh-database.ts";
import { tell } from "./at-bench.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";

describe("what is kept beside the moves", function () {
  this.timeout(240_000);
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await freshDatabase());
    await loadDemo(pool, DEMO_NOW_MS, demoJobs);
  });

  it("is what the moves say: for the demo's jobs, and after a look through a photo was recorded and taken back", async () => {
    const clean = { differed: [], counts: [] };
    expect(await rebuild(pool)).to.deep.include(clean);
    const before = await lookQuality(pool);
    const defect = {
      kind: "fibre",
      xMm: 20,
      yMm: 20,
      areaMm2: 0.1,
      lengthMm: 2,
      strength: 12,
      overruled: true,
    };
    const look = await tell(pool, "GW-1160", "photo-inspected", {
      lighting: "dark",
      source: "photo",
      defects: [defect, { ...defect, overruled: false }],
    });
    const after = await lookQuality(pool);
    expect([after.photos, after.called, after.overruled]).to.deep.equal([
      before.photos + 1,
      before.called + 2,
      before.overruled + 1,
    ]);
    expect(await rebuild(pool)).to.deep.include(clean);
    await tell(pool, "GW-1160", TAKEN_BACK, { event: look.id });
    expect(await lookQuality(pool)).to.deep.equal(before);
    expect(await rebuild(pool)).to.deep.include(clean);
  });

  it("is found where it is another, and put right", async () => {
    const [lots, past] = [await shelvedLots(pool), await pastJobs(pool, "TK-5")];
    const parts = await shelvedParts(pool);
    expect(Object.keys(past)).not.to.deep.equal([]);
    await pool.query("UPDATE spent SET quantity = quantity + 1");
    await pool.query("DELETE FROM past_job_count");
    await pool.query("UPDATE lamp_day SET seconds = seconds + 60");
    await pool.query("UPDATE job SET route = 'backlight' WHERE code = 'GW-1158'");
    const found = await rebuild(pool);
    expect(found.differed).to.include("GW-1158");
    expect(found.counts).to.include.members(["past_job_count", "lot_count", "part_count", "lamp_day"]);
    // Only told, not touched.
    expect(await pastJobs(pool, "TK-5")).to.deep.equal({});
    await rebuild(pool, { mend: true });
    expect(await rebuild(pool)).to.deep.include({ differed: [], counts: [] });
    expect(await pastJobs(pool, "TK-5")).to.deep.equal(past);
    expect(await shelvedLots(pool)).to.deep.equal(lots);
    expect(await shelvedParts(pool)).to.deep.equal(parts);
  });

  it("gives the code after the highest", async () => {
    const { rows } = await pool.query<{ code: string }>("SELECT code FROM job WHERE code LIKE 'GW-%'");
    const numbers = rows.map(({ code }) => Number(code.split("-")[1]));
    expect(await suggestCode(pool)).to.equal(`GW-${Math.max(...numbers) + 1}`);
  });
});
