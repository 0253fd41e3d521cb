import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import type pg from "pg";
import { inTransaction } from "./pool.ts";

/** Any fixed number: one lock for all who migrate this database. */
const LOCK = 7_141_982;

const folder = path.join(process.cwd(), "server/db/migrations");

async function listMigrations(): Promise<string[]> {
  return (await readdir(folder)).filter((name) => /^\d{4}_.*\.sql$/.test(name)).sort();
}

/** What a database has had, by name, in order. */
export async function appliedMigrations(pool: pg.Pool | pg.PoolClient | pg.Client): Promise<string[]> {
  const { rows: exists } = await pool.query<{ name: string | null }>(
    "SELECT to_regclass('migration') AS name",
  );
  if (exists[0]!.name === null) return [];
  const { rows } = await pool.query<{ name: string }>("SELECT name FROM migration ORDER BY name");
  return rows.map((row) => row.name);
}

const later = (applied: readonly string[], known: readonly string[]) =>
  applied.filter((name) => !known.includes(name));

/** Of these what this version does not know. */
export const unknownMigrations = async (names: readonly string[]): Promise<string[]> =>
  later(names, await listMigrations());

/** What a later version of this program has done to a database, and this one does not know. */
export const migrationsOfLater = async (pool: pg.Pool): Promise<string[]> =>
  unknownMigrations(await appliedMigrations(pool));

/** Says why a database cannot be used by this version: a later one has changed it. */
const whyTooNew = (names: readonly string[]): string =>
  `The database was changed by a newer version of Half Lift (${names.join(", ")}). Start that version, or restore a copy from before.`;

/**
 * Runs the migrations that this database has not had, in order, in one transaction, one migrator at a time.
 * @throws where a later version has changed the database
 */
export async function migrate(pool: pg.Pool): Promise<string[]> {
  return inTransaction(pool, async (client) => {
    await client.query("SELECT pg_advisory_xact_lock($1)", [LOCK]);
    await client.query(
      "CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())",
    );
    const applied = await appliedMigrations(client);
    const known = await listMigrations();
    const unknown = later(applied, known);
    if (unknown.length > 0) throw new Error(whyTooNew(unknown));
    const fresh = known.filter((name) => !applied.includes(name));
    for (const name of fresh) {
      await client.query(await readFile(path.join(folder, name), "utf8"));
      await client.query("INSERT INTO migration (name) VALUES ($1)", [name]);
    }
    return fresh;
  });
}

/** Migrations that a database still lacks. */
export async function missingMigrations(pool: pg.Pool): Promise<string[]> {
  const applied = await appliedMigrations(pool);
  return (await listMigrations()).filter((name) => !applied.includes(name));
}

/** Why a database does not fit this version: a later one has changed it, or it lacks something; null where it fits. */
export async function whyUnfit(pool: pg.Pool): Promise<string | null> {
  const newer = await migrationsOfLater(pool);
  if (newer.length > 0) return whyTooNew(newer);
  const missing = await missingMigrations(pool);
  return missing.length > 0 ? `The database lacks ${missing.join(", ")}: npm run migrate` : null;
}
