import pg from "pg";
import PgBoss from "pg-boss";

/** The queue's own tables, apart from the shop's records: they are no part of a backup. */
export const QUEUE_SCHEMA = "queue";
const CONNECTIONS = 2;
/** The longest that a queue whose database is away waits before it looks again, ms. */
const LONGEST_WAIT_MS = 30_000;
/** What takes longer once the machine is to stop is done again later, ms. */
const GRACE_MS = 8_000;

/** Work that nobody waits for: what it is called, how often it is tried again, and what does it. */
export interface Task {
  name: string;
  /** How often it is done again where it failed, and after how many seconds first; each time after longer. */
  retries: number;
  retryS: number;
  /** Where whoever does it has died: it is given to another after so many minutes. */
  expiresMin: number;
  /** When it is done by itself, as a cron line by this machine's clock; null where it is asked for alone. */
  when: string | null;
  /** What it returns is kept with it. Whatever it throws, it is done again. */
  run: () => Promise<object>;
}

const told = (what: string, error: unknown) =>
  console.error(
    JSON.stringify({ at: new Date().toISOString(), queue: what, error: (error as Error).message }),
  );

async function prepare(boss: PgBoss, { name, retries, retryS, expiresMin, when }: Task): Promise<void> {
  const settings = {
    name,
    // One at a time, and one that waits.
    policy: "stately",
    retryLimit: retries,
    retryDelay: retryS,
    retryBackoff: true,
    expireInMinutes: expiresMin,
  } as const;
  if (await boss.getQueue(name)) await boss.updateQueue(name, settings);
  else await boss.createQueue(name, settings);
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  if (when === null) await boss.unschedule(name);
  else await boss.schedule(name, when, {}, { tz: timeZone });
}

/**
 * Connections of the queue, and what is under way on its behalf. The library says that it has stopped while it is still taking a task or
 * writing down what came of one; a connection that ends then would leave that task as taken until it expires.
 */
function ownConnections(databaseUrl: string) {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: CONNECTIONS });
  pool.on("error", (error) => told("queue", error));
  let underWay = 0;
  const during = async <T>(work: () => Promise<T>): Promise<T> => {
    underWay += 1;
    try {
      return await work();
    } finally {
      underWay -= 1;
    }
  };
  return {
    during,
    executeSql: (text: string, values: unknown[]) => during(() => pool.query(text, values)),
    /** Ends them once nothing is under way, or after a while. */
    end: async () => {
      for (const until = Date.now() + GRACE_MS; underWay > 0 && Date.now() < until;)
        await new Promise((resolve) => setTimeout(resolve, 20));
      await pool.end();
    },
  };
}

/** Opens the queue with its tables and lines. One at a time: two that make them at once stand in each other's way. */
async function begin(databaseUrl: string, tasks: readonly Task[]) {
  const turn = new pg.Client({ connectionString: databaseUrl });
  turn.on("error", (error) => told("queue", error));
  await turn.connect();
  try {
    await turn.query("SELECT pg_advisory_lock(hashtext('half-lift queue'))");
    const connections = ownConnections(databaseUrl);
    const boss = new PgBoss({ db: connections, schema: QUEUE_SCHEMA });
    boss.on("error", (error) => told("queue", error));
    try {
      await boss.start();
      for (const task of tasks) await prepare(boss, task);
    } catch (error) {
      await boss.stop({ graceful: false }).catch(() => undefined);
      await connections.end();
      throw error;
    }
    return { boss, connections };
  } finally {
    await turn.end();
  }
}

/** A queue that was opened. */
export interface Queue {
  /** Asks for a task, which is kept from then on. Null where it waits already. */
  ask: (name: string) => Promise<string | null>;
  /** How a task that was asked for stands. */
  stateOf: (name: string, id: string) => Promise<{ state: string; output: unknown; retries: number } | null>;
  /** Takes nothing more, and waits for what is being done. */
  close: () => Promise<void>;
}

/**
 * Opens the queue that is kept in a database and does its tasks here. As many machines and processes as one likes may do the same: each task
 * is done by one of them, and by another once that one has died.
 *
 * @throws Error where the database does not answer
 */
export async function openQueue(
  databaseUrl: string,
  tasks: readonly Task[],
  { lookS = 5 } = {},
): Promise<Queue> {
  const { boss, connections } = await begin(databaseUrl, tasks);
  for (const { name, run } of tasks) {
    await boss.work(name, { pollingIntervalSeconds: lookS }, async () => {
      try {
        return await connections.during(run);
      } catch (error) {
        told(name, error);
        throw error;
      }
    });
  }
  return {
    ask: (name) => boss.send(name, {}),
    stateOf: async (name, id) => {
      const job = await boss.getJobById(name, id);
      return job && { state: job.state, output: job.output, retries: job.retryCount };
    },
    close: async () => {
      await boss.stop({ graceful: true, wait: true, timeout: GRACE_MS });
      await connections.end();
    },
  };
}

/** Opens the queue as soon as its database answers. What it returns closes it, or ends the waiting. */
export function openQueueWhenThere(databaseUrl: string, tasks: readonly Task[]): () => Promise<void> {
  let isOver = false;
  let wake = () => {};
  const opened = (async (): Promise<Queue | null> => {
    for (let waitMs = 1_000; !isOver; waitMs = Math.min(2 * waitMs, LONGEST_WAIT_MS)) {
      try {
        return await openQueue(databaseUrl, tasks);
      } catch (error) {
        told("queue", error);
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, waitMs);
          wake = () => {
            clearTimeout(timer);
            resolve();
          };
        });
      }
    }
    return null;
  })();
  return async () => {
    isOver = true;
    wake();
    // Without its database it cannot say what was left undone: that is found when it expires.
    await (await opened)?.close().catch((error: unknown) => told("queue", error));
  };
}
