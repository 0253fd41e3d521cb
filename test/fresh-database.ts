import { readdir, readFile } from "node:fs/promises";
import type pg from "pg";
import { openThrowawayCluster, type Cluster } from "../scripts/postgres.ts";
import { makeScenario, type ScenarioJob } from "../demo/scenario.ts";
import { loadDemo } from "../scripts/load-demo.ts";
import { connect, database } from "../server/db/pool.ts";
import { migrate } from "../server/db/migrate.ts";

let cluster: Promise<Cluster> | null = null;
const pools: pg.Pool[] = [];
let made = 0;

/** The moment as of which the demo is loaded. */
export const DEMO_NOW_MS = Date.UTC(2026, 10, 25, 9);

/** A new, migrated database in this run's throwaway cluster. */
export async function freshDatabase(): Promise<{ url: string; pool: pg.Pool }> {
  cluster ??= openThrowawayCluster();
  made += 1;
  const url = await (await cluster).database(`test_${made}`);
  const pool = connect(url);
  pools.push(pool);
  await migrate(pool);
  return { url, pool };
}

/** A database as an earlier version left it: migrated up to a number such as "0012". */
export async function databaseAt(number: string): Promise<pg.Pool> {
  cluster ??= openThrowawayCluster();
  made += 1;
  const pool = connect(await (await cluster).database(`test_${made}`));
  pools.push(pool);
  await pool.query("CREATE TABLE migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())");
  const folder = "server/db/migrations";
  for (const name of (await readdir(folder)).sort()) {
    if (name.slice(0, 4) > number) break;
    await pool.query(await readFile(`${folder}/${name}`, "utf8"));
    await pool.query("INSERT INTO migration (name) VALUES ($1)", [name]);
  }
  return pool;
}

let played: ScenarioJob[] | null = null;

/** The jobs of the demo, played once for all test files of a process. */
export const demoJobs = (): ScenarioJob[] => (played ??= makeScenario(DEMO_NOW_MS));

let demo: Promise<{ pool: pg.Pool; loaded: number }> | null = null;

/** The database that the endpoints of this process ask, with the demo workshop in it. Shared by the test files. */
export function demoDatabase(): Promise<{ pool: pg.Pool; loaded: number }> {
  demo ??= (async () => {
    process.env.DATABASE_URL = (await freshDatabase()).url;
    const pool = database();
    pools.push(pool);
    return { pool, loaded: await loadDemo(pool, DEMO_NOW_MS, demoJobs) };
  })();
  return demo;
}

/** For pools that a test has made in other ways. */
export const closeAfterwards = (pool: pg.Pool) => pools.push(pool);

after(async function stopCluster() {
  this.timeout(30_000);
  await Promise.all(pools.map((pool) => pool.end()));
  await (await cluster)?.stop();
});
