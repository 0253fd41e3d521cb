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

/** Takes back what a transaction has written so far, and carries what became of it out. */
class TakenBack extends Error {
  readonly result: unknown;
  constructor(result: unknown) {
    super("taken back");
    this.result = result;
  }
}

/** Runs `work` in a transaction: all of it or nothing. `takeBack` ends it with a result and nothing written. */
export async function inTransaction<Result>(
  from: pg.Pool,
  work: (client: pg.PoolClient, takeBack: (result: Result) => never) => Promise<Result>,
): Promise<Result> {
  const client = await from.connect();
  try {
    await client.query("BEGIN");
    const result = await work(client, (ended) => {
      throw new TakenBack(ended);
    });
    await client.query("COMMIT");
    return result;
  } catch (error) {
    await client.query("ROLLBACK").catch(() => undefined);
    if (error instanceof TakenBack) return error.result as Result;
    throw error;
  } finally {
    client.release();
  }
}
