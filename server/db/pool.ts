import pg from "pg";
import { readEnvironment } from "../environment.ts";

let pool: pg.Pool | null = null;

/** The server's connections. Made at the first call, from DATABASE_URL. */
export function database(): pg.Pool {
  pool ??= connect(readEnvironment(process.env).DATABASE_URL);
  return pool;
}

export function connect(databaseUrl: string): pg.Pool {
  const made = new pg.Pool({ connectionString: databaseUrl, max: 10, connectionTimeoutMillis: 5_000 });
  // An idle connection that breaks (a database that restarts) must not take the server with it; the pool makes a new one.
  made.on("error", (error) => console.error(`Lost a database connection: ${error.message}`));
  return made;
}

/** Runs `work` in a transaction: all of it or nothing. */
export async function inTransaction<Result>(
  from: pg.Pool,
  work: (client: pg.PoolClient) => Promise<Result>,
): Promise<Result> {
  const client = await from.connect();
  try {
    await client.query("BEGIN");
    const result = await work(client);
    await client.query("COMMIT");
    return result;
  } catch (error) {
    await client.query("ROLLBACK").catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}
