import type pg from "pg";

/** What a table holds: how many rows, and a number that another row or another byte in a row makes another. */
export interface TableFingerprint {
  rows: number;
  digest: string;
}

/** A row's text must not hang on who asks. */
const ONE_WAY_TO_WRITE =
  "SET LOCAL timezone = 'UTC'; SET LOCAL datestyle = 'ISO'; SET LOCAL intervalstyle = 'iso_8601'; SET LOCAL extra_float_digits = 3; SET LOCAL bytea_output = 'hex'";

/** The fingerprints of all tables of a database, by name, as this transaction sees them. The order of rows does not count. */
export async function fingerprint(
  client: pg.PoolClient | pg.Client,
): Promise<Record<string, TableFingerprint>> {
  await client.query(ONE_WAY_TO_WRITE);
  const { rows: tables } = await client.query<{ name: string }>(
    "SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1",
  );
  const all: Record<string, TableFingerprint> = {};
  for (const { name } of tables) {
    // Sums of 64 bits of each row's MD5: two that differ in one row agree once in 2^64.
    const { rows } = await client.query<{ rows: string; digest: string }>(
      `SELECT count(*) AS rows, coalesce(sum(('x' || left(md5(t::text), 16))::bit(64)::bigint), 0)::text AS digest
       FROM ${client.escapeIdentifier(name)} AS t`,
    );
    all[name] = { rows: Number(rows[0]!.rows), digest: rows[0]!.digest };
  }
  return all;
}

/** The tables that differ between two databases. */
export const differingTables = (
  a: Record<string, TableFingerprint>,
  b: Record<string, TableFingerprint>,
): string[] =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((name) => a[name]?.rows !== b[name]?.rows || a[name]?.digest !== b[name]?.digest)
    .sort();
