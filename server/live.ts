import pg from "pg";
import { readEnvironment } from "./environment.ts";
import { database, forAll } from "./db/pool.ts";
import { JOB_CHANNEL, movesAfter } from "./store/jobs.ts";
import type { KeptMove } from "./store/kept-moves.ts";

/** A job that has changed, with what was added to it where the listener asked for that job; "" where something may have been missed. */
export interface JobChange {
  code: string;
  moves?: readonly KeptMove[];
}

interface Listener {
  /** The job whose moves are wanted with the news. */
  job: string | null;
  hear: (change: JobChange) => void;
}

const listeners = new Set<Listener>();
let connection: Promise<void> | null = null;

const tellAll = (change: JobChange) => {
  for (const { job, hear } of [...listeners]) hear(job === change.code ? change : { code: change.code });
};

/** Tells of a job what was added from a sequence number on: read once for all who look at it here. */
async function tellOf(payload: string): Promise<void> {
  const [code = "", from] = payload.split(" ");
  if (![...listeners].some(({ job }) => job === code)) return tellAll({ code });
  try {
    const moves = await movesAfter(database(), code, Number(from) - 1);
    tellAll(moves ? { code, moves } : { code });
  } catch {
    // Whoever looks at it asks by itself.
    tellAll({ code });
  }
}

/** News go out in the order in which they came. */
let telling: Promise<void> = Promise.resolve();

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
    telling = telling.then(() => tellOf(payload ?? ""));
  });
  await client.connect();
  await client.query(`LISTEN ${JOB_CHANNEL}`);
  // Whoever missed something while nobody listened asks again.
  tellAll({ code: "" });
}

function ensureListening(): void {
  // Whoever came first may leave first: the line is for all who listen here.
  connection ??= forAll(listen).catch((error: Error) => {
    console.error(`Cannot listen for changes: ${error.message}`);
    connection = null;
    if (listeners.size > 0) setTimeout(ensureListening, 1_000).unref();
  });
}

/** Calls back with each job that changes, for one of them with its new moves, and with "" where something may have been missed. */
export function watchJobs(job: string | null, hear: (change: JobChange) => void): () => void {
  const listener = { job, hear };
  listeners.add(listener);
  ensureListening();
  return () => listeners.delete(listener);
}
