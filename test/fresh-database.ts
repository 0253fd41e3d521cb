import type pg from "pg";
import { openThrowawayCluster, type Cluster } from "../scripts/postgres.ts";
import { connect } from "../server/db/pool.ts";
import { migrate } from "../server/db/migrate.ts";

let cluster: Promise<Cluster> | null = null;
const pools: pg.Pool[] = [];
let made = 0;

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

/** For pools that a test has made in other ways. */
export const closeAfterwards = (pool: pg.Pool) => pools.push(pool);

after(async function stopCluster() {
  this.timeout(30_000);
  await Promise.all(pools.map((pool) => pool.end()));
  await (await cluster)?.stop();
});
