import cluster from "node:cluster";
import { whyUnfit } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { readEnvironment, type Environment } from "../server/environment.ts";
import { firstOwnerCode } from "../server/store/people.ts";
import { openQueueWhenThere } from "../server/queue/queue.ts";
import { serveBuilt } from "./serve.ts";
import { tasksOf } from "./tasks.ts";
import { whenToldToStop } from "./told-to-stop.ts";

/** A process that ends at once each time is not started faster than this, ms. */
const AGAIN_MS = 1_000;

async function check(databaseUrl: string): Promise<void> {
  const pool = connect(databaseUrl);
  try {
    const unfit = await whyUnfit(pool).catch((error: Error) => {
      throw new Error(`DATABASE_URL names a database that does not answer: ${error.message || error.name}`);
    });
    if (unfit) throw new Error(unfit);
    const code = await firstOwnerCode(pool);
    if (code !== null) console.log(`This shop has no owner yet: open /join and type ${code} within a day.`);
  } finally {
    await pool.end();
  }
}

type Close = () => Promise<void>;

async function serveHere(closeQueue: Close): Promise<void> {
  const stop = await serveBuilt();
  whenToldToStop(() => void Promise.all([stop(), closeQueue()]).then(() => process.exit(0)));
}

const nothingToClose: Close = () => Promise.resolve();

/** What is queued is done by the process that starts the others, so that it is done by one of a machine. */
function workQueue(settings: Environment): Close {
  const tasks = tasksOf(settings);
  return tasks.length > 0 ? openQueueWhenThere(settings.DATABASE_URL, tasks) : nothingToClose;
}

/** So many processes share the port; one that ends is started again, and a signal stops them all. */
function serveByMany(count: number, closeQueue: Close): void {
  let isStopping = false;
  const end = () => void closeQueue().then(() => process.exit(0));
  // Each is this very command: it finds out that it is one of many by how it is started.
  cluster.setupPrimary({ exec: "scripts/bootstrap.mjs", args: ["start", "--installed"] });
  for (let n = 0; n < count; n += 1) cluster.fork();
  cluster.on("exit", (worker) => {
    const left = Object.values(cluster.workers ?? {}).length;
    if (isStopping) {
      if (left === 0) end();
      return;
    }
    console.error(`Server process ${worker.process.pid} ended; another takes its place.`);
    setTimeout(() => {
      if (!isStopping) cluster.fork();
    }, AGAIN_MS);
  });
  whenToldToStop(() => {
    isStopping = true;
    const workers = Object.values(cluster.workers ?? {});
    if (workers.length === 0) end();
    for (const worker of workers) worker?.process.kill("SIGTERM");
  });
}

try {
  const settings = readEnvironment(process.env);
  const { DATABASE_URL, PROCESSES, HOST } = settings;
  // Read again where addresses are made for other devices.
  process.env.HOST = HOST;
  if (cluster.isPrimary) await check(DATABASE_URL);
  const closeQueue = cluster.isPrimary ? workQueue(settings) : nothingToClose;
  if (cluster.isPrimary && PROCESSES > 1) serveByMany(PROCESSES, closeQueue);
  else await serveHere(closeQueue);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
