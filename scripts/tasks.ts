import type { Environment } from "../server/environment.ts";
import { connect } from "../server/db/pool.ts";
import type { Task } from "../server/queue/queue.ts";
import { backUpInto } from "./backup-task.ts";
import { writeRecords } from "./records-task.ts";

/** What this machine does for the shop while nobody waits for it, by its settings. */
export function tasksOf(settings: Environment): Task[] {
  const { BACKUP_FOLDER, RECORDS_FOLDER, DATABASE_URL, PUBLIC_URL } = settings;
  const tasks: Task[] = [];
  if (BACKUP_FOLDER !== undefined)
    tasks.push({
      name: "backup",
      retries: 5,
      retryS: 60,
      expiresMin: 120,
      // The shop sets when: it is looked whether one is due.
      when: "*/5 * * * *",
      run: () => backUpInto({ DATABASE_URL, BACKUP_FOLDER }, new Date()),
    });
  if (RECORDS_FOLDER !== undefined)
    tasks.push({
      name: "records",
      retries: 3,
      retryS: 30,
      expiresMin: 30,
      when: "*/5 * * * *",
      run: async () => {
        const pool = connect(DATABASE_URL);
        try {
          return await writeRecords(pool, { folder: RECORDS_FOLDER, own: PUBLIC_URL });
        } finally {
          await pool.end();
        }
      },
    });
  return tasks;
}
