import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { createReadStream, existsSync } from "node:fs";
import { mkdir, mkdtemp, open, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { promisify } from "node:util";
import pg from "pg";
import { create, extract } from "tar";
import { z } from "zod";
import { asJsonFile } from "../server/formats/json-file.ts";
import { differingTables, fingerprint } from "../server/db/fingerprint.ts";
import { appliedMigrations, migrate, unknownMigrations } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { QUEUE_SCHEMA } from "../server/queue/queue.ts";
import { verifyAll, type VerifiedAll } from "../server/certificates/verify-all.ts";
import { noteBackup } from "../server/store/backups.ts";
import { programOf } from "./postgres.ts";

const FORMAT = "half-lift/backup";

const manifest = z.strictObject({
  format: z.literal(FORMAT, { error: `must be ${FORMAT}` }),
  version: z.literal(1, { error: "must be 1: another version of this program made it" }),
  madeAt: z.iso.datetime(),
  migrations: z.array(z.string()),
  sha256: z.string(),
  tables: z.record(z.string(), z.strictObject({ rows: z.number(), digest: z.string() })),
});
export type Manifest = z.output<typeof manifest>;

/** All rows of all tables together. */
export const rowsOf = ({ tables }: Pick<Manifest, "tables">): number =>
  Object.values(tables).reduce((sum, { rows }) => sum + rows, 0);

const DUMP = "database.dump";
const MANIFEST = "manifest.json";
const PACKED = "backup.tar";

/** Runs one of PostgreSQL's own programs on a database. Its password goes by the environment, where other users cannot read it. */
async function runOn(databaseUrl: string, program: string, args: string[]): Promise<void> {
  const url = new URL(databaseUrl);
  const password = decodeURIComponent(url.password);
  url.password = "";
  await promisify(execFile)(programOf(program), [...args, `--dbname=${url.href}`], {
    env: { ...process.env, PGPASSWORD: password, PGOPTIONS: "" },
    maxBuffer: 16 * 1024 * 1024,
  }).catch((error: { stderr?: string; message: string }) => {
    throw new Error(`${program} failed: ${error.stderr?.trim() || error.message}`);
  });
}

async function sha256Of(file: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(file), hash);
  return hash.digest("hex");
}

/** The two parts of a backup in a folder of their own, while they are worked with. One from before it was one file is such a folder. */
async function unpacked<Result>(place: string, work: (folder: string) => Promise<Result>): Promise<Result> {
  const is = await stat(place).catch(() => {
    throw new Error(`${place} is not there`);
  });
  if (is.isDirectory()) return work(place);
  const folder = await mkdtemp(path.join(tmpdir(), "half-lift-restore-"));
  try {
    const parts = new Set([DUMP, MANIFEST]);
    await extract({ file: place, cwd: folder, strict: true, filter: (name) => parts.has(name) }).catch(
      (error: Error) => {
        throw new Error(`${place} is damaged, or no backup: ${error.message}`);
      },
    );
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Waits until a file or folder is on the disk. */
async function toDisk(place: string): Promise<void> {
  const handle = await open(place, "r");
  await handle.sync();
  await handle.close();
}

/**
 * Copies everything that a database holds, as of one moment, into one new file, while it is worked with. The file is there whole or not at
 * all. Photos are in the database and so in the copy.
 *
 * @throws Error where the file is there already, or the database does not answer
 */
export async function backUp(databaseUrl: string, target: string): Promise<Manifest> {
  if (existsSync(target)) throw new Error(`${target} is there already: a backup is a new file`);
  const part = `${target}.part`;
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await rm(part, { recursive: true, force: true });
    await mkdir(part, { recursive: true, mode: 0o700 });
    // What is counted and what is copied are of the same moment.
    await client.query("BEGIN ISOLATION LEVEL REPEATABLE READ, READ ONLY");
    const { rows } = await client.query<{ snapshot: string }>("SELECT pg_export_snapshot() AS snapshot");
    const file = path.join(part, DUMP);
    // What is queued is for the machines of this shop: a copy does not do it a second time.
    const args = [
      "--format=custom",
      "--no-owner",
      "--no-privileges",
      `--exclude-schema=${QUEUE_SCHEMA}`,
      `--snapshot=${rows[0]!.snapshot}`,
    ];
    await runOn(databaseUrl, "pg_dump", [...args, `--file=${file}`]);
    const made: Manifest = {
      format: FORMAT,
      version: 1,
      madeAt: new Date().toISOString(),
      migrations: await appliedMigrations(client),
      sha256: await sha256Of(file),
      tables: await fingerprint(client),
    };
    await writeFile(path.join(part, MANIFEST), asJsonFile(made));
    // Who can read it can read everything.
    await create({ file: path.join(part, PACKED), cwd: part, mode: 0o600 }, [MANIFEST, DUMP]);
    await toDisk(path.join(part, PACKED));
    await rename(path.join(part, PACKED), target);
    await toDisk(path.dirname(path.resolve(target)));
    await client.query("COMMIT");
    await noteBackup(client, { madeAt: made.madeAt, folder: path.resolve(target), rows: rowsOf(made) });
    return made;
  } finally {
    await client.end();
    await rm(part, { recursive: true, force: true });
  }
}

async function readManifest(folder: string, place: string): Promise<Manifest> {
  const text = await readFile(path.join(folder, MANIFEST), "utf8").catch(() => {
    throw new Error(`${place} is no backup: it has no ${MANIFEST}`);
  });
  const parsed = manifest.safeParse(JSON.parse(text));
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new Error(`${path.join(place, MANIFEST)}: ${issue!.path.join(".")} ${issue!.message}`);
}

/** What was brought back: tables and rows as they were backed up, what was done to bring it up to this version, and whether what was signed holds. */
export interface Restored {
  tables: number;
  rows: number;
  migrated: string[];
  signed: VerifiedAll;
}

/**
 * Brings a backup into a database, all or nothing, proves that every table is as it was, brings it up to this version,
 * and says whether what was signed in it is as it was signed.
 *
 * @throws Error where the backup is damaged or of a later version, or where the database holds something and `replace` is not said
 */
export const restore = (databaseUrl: string, place: string, { replace = false } = {}): Promise<Restored> =>
  unpacked(place, (folder) => restoreFrom(databaseUrl, folder, { place, replace }));

async function restoreFrom(
  databaseUrl: string,
  folder: string,
  { place, replace }: { place: string; replace: boolean },
): Promise<Restored> {
  const told = await readManifest(folder, place);
  const file = path.join(folder, DUMP);
  if (!existsSync(file) || (await sha256Of(file)) !== told.sha256)
    throw new Error(`${place} is damaged: ${DUMP} is not what was written`);
  const unknown = await unknownMigrations(told.migrations);
  if (unknown.length > 0) {
    throw new Error(
      `The backup is of a newer version of Half Lift (${unknown.join(", ")}): install that first`,
    );
  }
  const pool = connect(databaseUrl);
  try {
    const { rows } = await pool.query("SELECT 1 FROM pg_tables WHERE schemaname = 'public' LIMIT 1");
    if (rows.length > 0 && !replace) {
      throw new Error(
        "The database holds something already: name an empty one, or say --replace to lose what it holds",
      );
    }
    const clean = replace ? ["--clean", "--if-exists"] : [];
    await runOn(databaseUrl, "pg_restore", [
      "--single-transaction",
      "--exit-on-error",
      "--no-owner",
      "--no-privileges",
      ...clean,
      file,
    ]);
    const client = await pool.connect();
    try {
      await client.query("BEGIN ISOLATION LEVEL REPEATABLE READ, READ ONLY");
      const differing = differingTables(told.tables, await fingerprint(client));
      await client.query("COMMIT");
      if (differing.length > 0) {
        throw new Error(
          `What was restored is not what was backed up: ${differing.join(", ")} differ. Do not work with this database.`,
        );
      }
    } finally {
      client.release();
    }
    const all = Object.values(told.tables);
    const migrated = await migrate(pool);
    return {
      tables: all.length,
      rows: all.reduce((sum, { rows: n }) => sum + n, 0),
      migrated,
      signed: await verifyAll(pool),
    };
  } finally {
    await pool.end();
  }
}
