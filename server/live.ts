import pg from "pg";
import { readEnvironment } from "./environment.ts";
import { JOB_CHANNEL } from "./store/jobs.ts";

type Listener = (code: string) => void;

const listeners = new Set<Listener>();
let connection: Promise<void> | null = null;

/** One listening connection for this process; it is made again where the database went away. */
async function listen(): Promise<void> {
  const client = new pg.Client({ connectionString: readEnvironment(process.env).DATABASE_URL });
  const lost = () => {
    connection = null;
    if (listeners.size > 0) setTimeout(ensureListening, 1_000).unref();
  };
  client.on("error", lost);
  client.on("end", lost);
  client.on("notification", ({ payload }) => {
    for (const listener of [...listeners]) listener(payload ?? "");
  });
  await client.connect();
  await client.query(`LISTEN ${JOB_CHANNEL}`);
  // Whoever missed something while nobody listened asks again.
  for (const listener of [...listeners]) listener("");
}

function ensureListening(): void {
  connection ??= listen().catch((error: Error) => {
    console.error(`Cannot listen for changes: ${error.message}`);
    connection = null;
    if (listeners.size > 0) setTimeout(ensureListening, 1_000).unref();
  });
}

/** Calls back with the code of each job that changes, and with "" where something may have been missed. */
export function watchJobs(listener: Listener): () => void {
  listeners.add(listener);
  ensureListening();
  return () => listeners.delete(listener);
}
