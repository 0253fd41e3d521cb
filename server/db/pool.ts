import { AsyncLocalStorage } from "node:async_hooks";
import pLimit from "p-limit";
import pg from "pg";
import { readEnvironment } from "../environment.ts";

const asking = new AsyncLocalStorage<AbortSignal | null>();

/** Does something for somebody: what it reads from the database ends when they hang up. */
export const forAsker = <Result>(asker: AbortSignal, work: () => Result): Result => asking.run(asker, work);

/** Does something for whoever comes: what it reads ends with nobody, although it was begun while somebody asked. */
export const forAll = <Result>(work: () => Result): Result => asking.run(null, work);

let pool: pg.Pool | null = null;

/** The server's connections. Made at the first call, from DATABASE_URL. */
export function database(): pg.Pool {
  if (pool) return pool;
  const { DATABASE_URL, DATABASE_CONNECTIONS } = readEnvironment(process.env);
  pool = connect(DATABASE_URL, {
    max: DATABASE_CONNECTIONS,
    statement_timeout: LONGEST_STATEMENT_MS,
    idle_in_transaction_session_timeout: LONGEST_PAUSE_MS,
  });
  return pool;
}

/** No question of a page takes longer; one that does is ended, and answered as busy. */
const LONGEST_STATEMENT_MS = 20_000;
/** A transaction that waits longer for its own next question has been forgotten. */
const LONGEST_PAUSE_MS = 60_000;

/** So many of a pool's connections are lent to transactions only: a press does not wait behind pages that are being read. */
const reserveOf = (max: number) => Math.max(1, Math.floor(max / 4));

/** Ends what a connection is asked. It has ended already where nothing runs on it any more. */
async function endStatement(databaseUrl: string, processId: number): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl, connectionTimeoutMillis: 5_000 });
  client.on("error", () => undefined);
  try {
    await client.connect();
    await client.query("SELECT pg_cancel_backend($1)", [processId]);
  } finally {
    await client.end();
  }
}

/** PostgreSQL compiles what it takes for a long statement: that alone takes a second, and none here is long. */
const NO_JIT = "-c jit=off";

/** Lends a connection for as long as `work` takes. One that is lost meanwhile, or that `work` says is no good, is not lent again. */
async function lend<Result>(
  from: pg.Pool,
  work: (client: pg.PoolClient, spoilt: (cause: Error) => void) => Promise<Result>,
): Promise<Result> {
  const client = await from.connect();
  // A connection that is cut while it is lent out, between two queries, says so to nobody else.
  let lost: Error | undefined;
  const onError = (error: Error) => {
    lost = error;
  };
  client.on("error", onError);
  try {
    return await work(client, (cause) => {
      lost ??= cause;
    });
  } finally {
    client.off("error", onError);
    client.release(lost);
  }
}

type Query = pg.Pool["query"];

/** Connections of which some are kept for presses, and whose reading ends when its asker hangs up. */
class SharedPool extends pg.Pool {
  constructor(databaseUrl: string, config: pg.PoolConfig & { max: number }) {
    super({ connectionString: databaseUrl, options: NO_JIT, ...config });
    const reading = pLimit(config.max - reserveOf(config.max));
    const ask = (...question: unknown[]) => {
      const asker = asking.getStore() ?? null;
      return reading(() => this.ask(databaseUrl, question, asker));
    };
    this.query = ask as unknown as Query;
  }

  private async ask(databaseUrl: string, question: unknown[], asker: AbortSignal | null): Promise<unknown> {
    asker?.throwIfAborted();
    return lend(this, async (client) => {
      asker?.throwIfAborted();
      const { processID } = client as unknown as { processID: number };
      let ending = null as Promise<void> | null;
      const hungUp = () => {
        ending = endStatement(databaseUrl, processID).catch(() => undefined);
      };
      asker?.addEventListener("abort", hungUp, { once: true });
      try {
        return await (client.query as (...asked: unknown[]) => Promise<unknown>)(...question);
      } finally {
        asker?.removeEventListener("abort", hungUp);
        // Lent again only when nothing can end what is asked of it next.
        await ending;
      }
    });
  }
}

export function connect(databaseUrl: string, more: pg.PoolConfig = {}): pg.Pool {
  const made = new SharedPool(databaseUrl, { max: 10, connectionTimeoutMillis: 5_000, ...more });
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

/** What PostgreSQL says where the same again may go well: not serialisable, a deadlock. */
const PASSING: ReadonlySet<string> = new Set(["40001", "40P01"]);
/** A deadlock that is met so often in a row is none of chance. */
const MOST_TRIES = 4;
const PAUSE_MS = 20;

const mayPass = (error: unknown): boolean => PASSING.has((error as { code?: string } | null)?.code ?? "");

const tryOnce = <Result>(
  from: pg.Pool,
  work: (client: pg.PoolClient, takeBack: (result: Result) => never) => Promise<Result>,
): Promise<Result> =>
  lend(from, async (client, spoilt) => {
    try {
      await client.query("BEGIN");
      const result = await work(client, (ended) => {
        throw new TakenBack(ended);
      });
      await client.query("COMMIT");
      return result;
    } catch (error) {
      // One that could not even take back is not lent again.
      await client.query("ROLLBACK").catch(spoilt);
      if (error instanceof TakenBack) return error.result as Result;
      throw error;
    }
  });

/**
 * Runs `work` in a transaction: all of it or nothing. `takeBack` ends it with a result and nothing written. Where another transaction
 * was in the way for a moment, the whole of it is done again: `work` touches nothing but its client.
 */
export async function inTransaction<Result>(
  from: pg.Pool,
  work: (client: pg.PoolClient, takeBack: (result: Result) => never) => Promise<Result>,
): Promise<Result> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await tryOnce(from, work);
    } catch (error) {
      if (tries === MOST_TRIES || !mayPass(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * tries * (0.5 + Math.random())));
    }
  }
}
