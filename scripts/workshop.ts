import { spawn, type ChildProcess } from "node:child_process";
import { connect, inTransaction } from "../server/db/pool.ts";
import { migrate } from "../server/db/migrate.ts";
import { admitDemoPeople, loadDemo } from "./load-demo.ts";
import { databaseIn, openThrowawayCluster, type Cluster } from "./postgres.ts";
import { freePortFrom } from "./serve.ts";

/** The built application on throwaway data, served as in production, for tests, pictures and measurements. */
export interface Workshop {
  url: string;
  databaseUrl: string;
  startServer: () => Promise<void>;
  stopServer: () => Promise<void>;
  /** The process that serves, or that starts those that do. */
  serverPid: () => number | undefined;
  /** Ends the server as a power cut would. */
  killServer: () => Promise<void>;
  /** Another server in the same cluster, on a database that holds the demo's people and nothing else. */
  openEmpty: () => Promise<Workshop>;
  /** Another server on a demo workshop of its own in the same cluster. */
  openAnother: () => Promise<Workshop>;
  close: () => Promise<void>;
}

/** Long enough while both cores are taken by others: it only ends what would never start. */
const START_MS = 120_000;

async function waitUntilServed(url: string, server: ChildProcess): Promise<void> {
  const endMs = Date.now() + START_MS;
  while (Date.now() < endMs) {
    if (server.exitCode !== null) throw new Error(`The server ended with ${server.exitCode}`);
    const answer = await fetch(`${url}/readyz`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`Nothing is served at ${url} after ${START_MS / 1_000} s`);
}

/** Where what the servers say of themselves goes: a run that takes the database away on purpose would show little else. */
export type ServerLog = "inherit" | "ignore";

function serverOn(databaseUrl: string, port: number, log: ServerLog) {
  let server: ChildProcess | null = null;
  const url = `http://127.0.0.1:${port}`;
  return {
    url,
    databaseUrl,
    startServer: async () => {
      server = spawn(process.execPath, ["scripts/bootstrap.mjs", "start", "--installed"], {
        stdio: ["ignore", "ignore", log],
        env: { ...process.env, DATABASE_URL: databaseUrl, HOST: "127.0.0.1", PORT: String(port) },
      });
      await waitUntilServed(url, server);
    },
    stopServer: async () => {
      const running = server;
      server = null;
      if (!running || running.exitCode !== null) return;
      const ended = new Promise((resolve) => running.once("exit", resolve));
      running.kill("SIGTERM");
      await ended;
    },
    serverPid: () => server?.pid,
    killServer: async () => {
      const ended = new Promise((resolve) => server!.once("exit", resolve));
      server!.kill("SIGKILL");
      await ended;
    },
  };
}

/**
 * Starts a server at a free port. Each process looks from a place of its own, below the ports that the system gives to outgoing calls;
 * a port may still be taken in the moment between, so another one is tried.
 */
async function startSomewhere(databaseUrl: string, nth: number, log: ServerLog) {
  for (let attempt = 0; ; attempt += 1) {
    const from = 20_000 + ((process.pid * 7 + nth * 131 + attempt * 1_009) % 12_000);
    const server = serverOn(databaseUrl, await freePortFrom(from), log);
    try {
      await server.startServer();
      return server;
    } catch (error) {
      await server.stopServer();
      if (attempt === 2) throw error;
    }
  }
}

/** A throwaway cluster in which the demo was played once: every workshop begins as a copy of it. */
export async function openWorkshopCluster(nowMs: number, { isDurable = false } = {}): Promise<Cluster> {
  const cluster = await openThrowawayCluster({ isDurable });
  const prepare = async (name: string, withDemo: boolean) => {
    const pool = connect(await cluster.database(name));
    await migrate(pool);
    if (withDemo) await loadDemo(pool, nowMs);
    else await inTransaction(pool, admitDemoPeople);
    await pool.end();
  };
  await prepare("demo", true);
  await prepare("empty", false);
  return cluster;
}

/** A workshop in such a cluster, known by its root database's address. Other processes may open theirs beside it. */
export async function openWorkshopIn(root: string, log: ServerLog = "inherit"): Promise<Workshop> {
  let databases = 0;
  const open = async (copyOf: "demo" | "empty"): Promise<Workshop> => {
    databases += 1;
    const databaseUrl = await databaseIn(root, `workshop_${process.pid}_${databases}`, copyOf);
    const server = await startSomewhere(databaseUrl, databases, log);
    return {
      ...server,
      openEmpty: () => open("empty"),
      openAnother: () => open("demo"),
      close: server.stopServer,
    };
  };
  return open("demo");
}

/** A workshop with a cluster of its own. */
export async function openWorkshop(nowMs = Date.now()): Promise<Workshop> {
  const cluster = await openWorkshopCluster(nowMs);
  const workshop = await openWorkshopIn(cluster.root);
  const close = async () => {
    await workshop.close();
    await cluster.stop();
  };
  return { ...workshop, close };
}
