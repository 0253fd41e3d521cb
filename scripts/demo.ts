import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from "node:fs";
import { isIP } from "node:net";
import path from "node:path";
import { connect } from "../server/db/pool.ts";
import { migrate } from "../server/db/migrate.ts";
import { ensureBuilt } from "./build.ts";
import { loadDemo } from "./load-demo.ts";
import { clusterFolder, openProjectCluster, type Cluster } from "./postgres.ts";
import { freePortFrom, serveBuilt } from "./serve.ts";

const folder = clusterFolder(process.cwd(), "demo");
const lockFile = path.join(folder, "demo.lock");

/** When a process began, in clock ticks since boot: tells it from a later one with the same number. */
function beginningOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    return stat.slice(stat.lastIndexOf(")") + 2).split(" ")[19] ?? null;
  } catch {
    return null;
  }
}

/** Takes the lock that only one copy may hold; the lock of a copy that is gone is taken over. */
function takeLock(address: string): void {
  mkdirSync(folder, { recursive: true });
  for (let attempt = 0; attempt < 2; attempt += 1) {
    try {
      const file = openSync(lockFile, "wx", 0o644);
      writeSync(file, JSON.stringify({ pid: process.pid, began: beginningOf(process.pid), address }));
      closeSync(file);
      return;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
      const holder = readLock();
      if (holder && holder.began !== null && beginningOf(holder.pid) === holder.began) {
        console.log(`Half Lift is running already, at ${holder.address} (process ${holder.pid}).`);
        process.exit(1);
      }
      rmSync(lockFile, { force: true });
    }
  }
  throw new Error(`Another copy is starting; see ${lockFile}`);
}

function readLock(): { pid: number; began: string | null; address: string } | null {
  try {
    return JSON.parse(readFileSync(lockFile, "utf8"));
  } catch {
    return null;
  }
}

let opening: Promise<Cluster> | null = null;
let stopServing: (() => Promise<void>) | null = null;
let stopping = false;

async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  await stopServing?.();
  // A database that is just starting is waited for, so that it does not outlive this process.
  await (await opening?.catch(() => null))?.stop();
  rmSync(lockFile, { force: true });
  process.exit(code);
}

const port = await freePortFrom(Number(process.env.PORT ?? 4321));
const address = `http://127.0.0.1:${port}`;
takeLock(address);
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) {
  process.on(signal, () => {
    console.log("\nStopping.");
    void stop(0);
  });
}
try {
  opening = openProjectCluster(process.cwd(), "demo");
  const cluster = await opening;
  const url = await cluster.database("half_lift");
  const pool = connect(url);
  await migrate(pool);
  const loaded = await loadDemo(pool);
  if (loaded > 0) console.log(`Loaded ${loaded} demo jobs.`);
  await pool.end();
  await ensureBuilt();
  // Some shells name the machine in HOST: only an address is taken for one to listen on.
  const host = isIP(process.env.HOST ?? "") ? process.env.HOST : "127.0.0.1";
  Object.assign(process.env, { DATABASE_URL: url, HOST: host, PORT: String(port) });
  stopServing = await serveBuilt();
  console.log(`Half Lift is at ${address} (Ctrl-C stops it)`);
} catch (error) {
  console.error((error as Error).message);
  await stop(1);
}
