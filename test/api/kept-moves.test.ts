import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { sceneAtStart } from "../../core/device/start.ts";
import { replay, TAKEN_BACK } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { loadDemo } from "../../scripts/load-demo.ts";
import { inTransaction } from "../../server/db/pool.ts";
import { findFamily } from "../../server/store/families.ts";
import { appendWithin, createJobs, findJob, lockJob, openJobs, sceneOf } from "../../server/store/jobs.ts";
import { freshDatabase } from "../fresh-database.ts";
import { opening, sent, tell } from "./at-bench.ts";

const CODE = "KM-1";

describe("what is remembered of jobs", () => {
  let pool: pg.Pool;
  /** Every move as the database has it, folded from the start. */
  const afresh = async () => {
    const job = (await findJob(pool, CODE))!;
    const { rows } = await pool.query<{ id: string }>("SELECT id FROM move WHERE job_id = $1 ORDER BY seq", [
      job.id,
    ]);
    expect(job.moves.map(({ id }) => id)).to.deep.equal(rows.map(({ id }) => id));
    return replay(deviceRules, sceneAtStart(job.family.family, 0), job.moves);
  };
  /** Makes another record of it: everything an hour earlier. */
  const shift = () =>
    inTransaction(pool, async (client) => {
      await client.query("ALTER TABLE move DISABLE TRIGGER move_append_only");
      await client.query("UPDATE move SET received_at = received_at - interval '1 hour'");
      await client.query("ALTER TABLE move ENABLE TRIGGER move_append_only");
      return null;
    });
  const remembered = async () => sceneOf((await findJob(pool, CODE))!, 0).state;

  before(async () => {
    ({ pool } = await freshDatabase());
    await loadDemo(pool, Date.now(), () => []);
    const of = (await findFamily(pool, "TK-5"))!;
    await createJobs(pool, [{ id: uuid(), code: CODE, of, opening: opening(), ticket: null }]);
  });

  it("grows with what is added, and is what a fold of everything gives; what is taken back too", async () => {
    for (let n = 0; n < 3; n += 1) {
      const note = await tell(pool, CODE, "noted", { text: `Note ${n}` });
      expect(await remembered()).to.deep.equal(await afresh());
      if (n === 1) await tell(pool, CODE, TAKEN_BACK, { event: note.id });
      expect(await remembered()).to.deep.equal(await afresh());
    }
    expect((await remembered()).records.notes.map(({ text }) => text)).to.deep.equal(["Note 0", "Note 2"]);
    const open = (await openJobs(pool)).find(({ code }) => code === CODE)!;
    // The very same list: nothing of it was read or folded a second time.
    expect(open.moves).to.equal((await findJob(pool, CODE))!.moves);
  });

  it("forgets what was seen inside a transaction that was taken back", async () => {
    const before = await remembered();
    await inTransaction(pool, async (client, takeBack) => {
      await appendWithin(client, (await lockJob(client, CODE))!, [sent("noted", { text: "Never kept" })]);
      const seen = (await lockJob(client, CODE))!;
      expect(sceneOf(seen, 0).state.records.notes.at(-1)!.text).to.equal("Never kept");
      return takeBack(null);
    });
    expect(await remembered()).to.deep.equal(before);
    await tell(pool, CODE, "noted", { text: "Kept after it" });
    expect(await remembered()).to.deep.equal(await afresh());
  });

  it("is the whole of it for each of many who ask at once, while others add and the record changes", async () => {
    const whole = async () => {
      const { moves } = (await findJob(pool, CODE))!;
      expect(moves.map(({ seq }) => seq)).to.deep.equal(moves.map((_, i) => i + 1));
      return moves.length;
    };
    const before = await whole();
    const move = async (n: number) => {
      if (n % 5 === 0) await shift();
      else await tell(pool, CODE, "noted", { text: `At once ${n}` });
    };
    const all = Array.from({ length: 60 }, (_, n) => (n % 3 === 0 ? move(n / 3) : whole()));
    await Promise.all(all);
    expect(await whole()).to.equal(before + 16);
    expect(await remembered()).to.deep.equal(await afresh());
  });

  it("does not outlive a record that is another now, as after a backup was brought back", async () => {
    await remembered();
    await shift();
    const state = await remembered();
    expect(state).to.deep.equal(await afresh());
    expect(Date.now() - state.records.notes.at(-1)!.atMs).to.be.above(3_599_000);
  });
});
