import type pg from "pg";

/** A backup that was made and is known here: when, where, and how much is in it. */
export interface MadeBackup {
  madeAt: string;
  folder: string;
  rows: number;
}

/** Notes that a backup was made, after it is on the disk; a database that an earlier version made keeps no such notes yet. */
export async function noteBackup(client: pg.Client, { madeAt, folder, rows }: MadeBackup): Promise<void> {
  const { rows: tables } = await client.query("SELECT 1 WHERE to_regclass('backup_made') IS NOT NULL");
  if (tables.length === 0) return;
  await client.query("INSERT INTO backup_made (made_at, folder, rows) VALUES ($1, $2, $3)", [
    madeAt,
    folder,
    rows,
  ]);
}

/** The last backup that was made of this database; null where none is known. */
export async function lastBackup(pool: pg.Pool): Promise<MadeBackup | null> {
  const { rows } = await pool.query<{ madeAt: Date; folder: string; rows: string }>(
    `SELECT made_at AS "madeAt", folder, rows FROM backup_made ORDER BY made_at DESC LIMIT 1`,
  );
  const [last] = rows;
  return last ? { madeAt: last.madeAt.toISOString(), folder: last.folder, rows: Number(last.rows) } : null;
}
