import type pg from "pg";
import type { BackupSchedule } from "../../core/backup-schedule.ts";

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

export async function findBackupSchedule(pool: pg.Pool): Promise<BackupSchedule> {
  const { rows } = await pool.query<BackupSchedule>("SELECT backup_at AS at, backup_keep AS keep FROM shop");
  return rows[0]!;
}

export const setBackupSchedule = (pool: pg.Pool, { at, keep }: BackupSchedule): Promise<unknown> =>
  pool.query("UPDATE shop SET backup_at = $1, backup_keep = $2", [at, keep]);

/**
 * Whether a backup is due: none is as new as the last time of day that it is made at, by this machine's clock. What was missed while the machine
 * was off is due once it is on.
 */
export function isBackupDue({ at }: Pick<BackupSchedule, "at">, last: string | null, now: Date): boolean {
  const [hours, minutes] = at.split(":").map(Number);
  const due = new Date(now);
  due.setHours(hours!, minutes, 0, 0);
  if (due > now) due.setDate(due.getDate() - 1);
  return last === null || Date.parse(last) < due.getTime();
}
