import { expect } from "chai";
import type pg from "pg";
import { migrate, migrationsOfLater } from "../../server/db/migrate.ts";
import { forAsker, inTransaction } from "../../server/db/pool.ts";
import { freshDatabase } from "../fresh-database.ts";

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe("the connections to the database", () => {
  let pool: pg.Pool;
  before(async () => {
    pool = (await freshDatabase()).pool;
    await pool.query("CREATE TABLE thing (id int PRIMARY KEY, n int NOT NULL)");
    await pool.query("INSERT INTO thing VALUES (1, 0), (2, 0)");
  });

  it("outlive one that is cut between two queries of a transaction, which fails as a whole", async () => {
    // Nobody listens for an error of its own here: unheard, it would end this process.
    const failed = await inTransaction(pool, async (client) => {
      await client.query("UPDATE thing SET n = 5 WHERE id = 1");
      const { rows } = await client.query<{ pid: number }>("SELECT pg_backend_pid() AS pid");
      await pool.query("SELECT pg_terminate_backend($1)", [rows[0]!.pid]);
      await pause(100);
      await client.query("UPDATE thing SET n = 5 WHERE id = 2");
      return "done";
    }).catch((error: Error) => error);
    expect(failed).to.be.instanceOf(Error);
    const { rows } = await pool.query<{ n: number }>("SELECT n FROM thing ORDER BY id");
    expect(rows.map(({ n }) => n)).to.deep.equal([0, 0]);
    expect(await inTransaction(pool, async (client) => (await client.query("SELECT 1")).rowCount)).to.equal(
      1,
    );
  });

  it("do again what stood in another's way: two that lock in opposite order both come through", async () => {
    const add = (first: number, second: number) =>
      inTransaction(pool, async (client) => {
        await client.query("UPDATE thing SET n = n + 1 WHERE id = $1", [first]);
        await pause(60);
        await client.query("UPDATE thing SET n = n + 1 WHERE id = $1", [second]);
        return "done";
      });
    expect(await Promise.all([add(1, 2), add(2, 1), add(1, 2)])).to.deep.equal(["done", "done", "done"]);
    const { rows } = await pool.query<{ n: number }>("SELECT n FROM thing ORDER BY id");
    expect(rows.map(({ n }) => n)).to.deep.equal([3, 3]);
  }).timeout(20_000);

  it("does not do again what is refused for good", async () => {
    let tries = 0;
    const refused = await inTransaction(pool, async (client) => {
      tries += 1;
      await client.query("INSERT INTO thing VALUES (1, 0)");
      return "done";
    }).catch((error: { code?: string }) => error.code);
    expect([refused, tries]).to.deep.equal(["23505", 1]);
  });

  it("end what is read for somebody who has hung up, and nothing of anybody else", async () => {
    const running = async () =>
      (
        await pool.query<{ n: number }>(
          "SELECT count(*)::int AS n FROM pg_stat_activity WHERE state = 'active' AND query LIKE 'SELECT pg_sleep%'",
        )
      ).rows[0]!.n;
    const asker = new AbortController();
    const left = forAsker(asker.signal, () =>
      pool.query("SELECT pg_sleep(30)").catch((error: Error) => error),
    );
    const other = pool.query("SELECT pg_sleep(0.5), 7 AS stays");
    while ((await running()) < 2) await pause(10);
    asker.abort();
    expect(await left).to.be.instanceOf(Error);
    expect(await running()).to.equal(1);
    expect((await other).rows[0]).to.include({ stays: 7 });
    // Whoever has left before it was their turn asks nothing.
    expect(
      await forAsker(asker.signal, () => pool.query("SELECT 1").catch((error: Error) => error.name)),
    ).to.equal("AbortError");
  });

  it("are not all lent to those who read: a press comes through at once", async () => {
    const asker = new AbortController();
    const reading = forAsker(asker.signal, () =>
      Array.from({ length: 20 }, () => pool.query("SELECT pg_sleep(30)").catch(() => "left")),
    );
    await pause(100);
    const from = performance.now();
    expect(await inTransaction(pool, async (client) => (await client.query("SELECT 1")).rowCount)).to.equal(
      1,
    );
    // Half of what those who read would hold it for.
    expect(performance.now() - from).to.be.below(15_000);
    asker.abort();
    expect(new Set(await Promise.all(reading))).to.deep.equal(new Set(["left"]));
  });

  it("are not used on a database that a later version has changed", async () => {
    expect(await migrationsOfLater(pool)).to.deep.equal([]);
    await pool.query("INSERT INTO migration (name) VALUES ('9001_of_tomorrow.sql')");
    expect(await migrationsOfLater(pool)).to.deep.equal(["9001_of_tomorrow.sql"]);
    const refused = await migrate(pool).catch((error: Error) => error.message);
    expect(refused).to.match(/newer version of Half Lift \(9001_of_tomorrow/);
  });
});
