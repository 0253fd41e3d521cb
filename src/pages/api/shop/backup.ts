import type { APIRoute } from "astro";
import { backupSchedule } from "../../../../core/backup-schedule.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findBackupSchedule, setBackupSchedule } from "../../../../server/store/backups.ts";

export const GET: APIRoute = async () => json(await findBackupSchedule(database()));

/** Sets when the database is backed up, and how many backups are kept. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = backupSchedule.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setBackupSchedule(database(), parsed.data);
  return json(parsed.data);
};
