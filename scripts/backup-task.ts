import { mkdir, readdir, rm } from "node:fs/promises";
import path from "node:path";
import type { Environment } from "../server/environment.ts";
import { connect } from "../server/db/pool.ts";
import { findBackupSchedule, isBackupDue, lastBackup } from "../server/store/backups.ts";
import { backUp, rowsOf } from "./database-copy.ts";

/** Those from before a backup was one file are folders without an ending. */
const NAME = /^half-lift-(\d{4}-\d\d-\d\dT\d{6})(?:\.tar)?(\.part)?$/;
/** No backup takes as long: what was begun before was left by a machine that died, ms. */
const LEFT_MS = 24 * 3_600_000;

const stamp = (at: Date) => at.toISOString().slice(0, 19).replaceAll(":", "");

/** What the backup of a moment is called: names sort as the moments do. */
export const backupName = (at: Date): string => `half-lift-${stamp(at)}.tar`;

/** Of what lies in a folder of backups that which may go: all but the newest, and beginnings that nobody will end. Other files stay. */
export function backupsToDrop(names: readonly string[], keep: number, now: Date): string[] {
  const ours = names.flatMap((name) => {
    const [, at, part] = NAME.exec(name) ?? [];
    return at === undefined ? [] : [{ name, at, isPart: part !== undefined }];
  });
  const whole = ours
    .filter(({ isPart }) => !isPart)
    .map(({ name }) => name)
    .sort()
    .reverse();
  const left = ours.filter(({ isPart, at }) => isPart && at < stamp(new Date(now.getTime() - LEFT_MS)));
  return [...whole.slice(keep), ...left.map(({ name }) => name)].sort();
}

type Settings = Pick<Environment, "DATABASE_URL"> & { BACKUP_FOLDER: string };

/** Makes the backup of the day in the folder where it is due by the shop's schedule, and lets the oldest go once it is there. */
export async function backUpInto(
  { DATABASE_URL, BACKUP_FOLDER }: Settings,
  now: Date,
): Promise<{ file: string; rows: number; dropped: string[] } | { notBefore: string }> {
  const pool = connect(DATABASE_URL);
  const [schedule, last] = await Promise.all([findBackupSchedule(pool), lastBackup(pool)]).finally(() =>
    pool.end(),
  );
  if (!isBackupDue(schedule, last?.madeAt ?? null, now)) return { notBefore: schedule.at };
  await mkdir(BACKUP_FOLDER, { recursive: true, mode: 0o700 });
  const file = path.join(BACKUP_FOLDER, backupName(now));
  const made = await backUp(DATABASE_URL, file);
  const dropped = backupsToDrop(await readdir(BACKUP_FOLDER), schedule.keep, now);
  for (const name of dropped) await rm(path.join(BACKUP_FOLDER, name), { recursive: true });
  return { file, rows: rowsOf(made), dropped };
}
