import { readEnvironment } from "../server/environment.ts";
import { openQueueWhenThere } from "../server/queue/queue.ts";
import { tasksOf } from "./tasks.ts";
import { whenToldToStop } from "./told-to-stop.ts";

const HELP = `npm run work

Does on this machine what the shop's database has queued, and serves nobody: for a machine of its own
that keeps the backups (BACKUP_FOLDER) or the records of ended jobs
(RECORDS_FOLDER). A server that has these folders does the same.`;

if (process.argv.includes("--help")) {
  console.log(HELP);
  process.exit(0);
}
try {
  const settings = readEnvironment(process.env);
  const tasks = tasksOf(settings);
  if (tasks.length === 0)
    throw new Error("BACKUP_FOLDER and RECORDS_FOLDER are missing: there is nothing for this machine to do");
  const close = openQueueWhenThere(settings.DATABASE_URL, tasks);
  const { BACKUP_FOLDER, RECORDS_FOLDER } = settings;
  if (BACKUP_FOLDER) console.log(`A backup each day, when the shop has set it, into ${BACKUP_FOLDER}`);
  if (RECORDS_FOLDER) console.log(`The records of each job that ends into ${RECORDS_FOLDER}`);
  console.log("Ctrl-C ends it");
  whenToldToStop(() => void close().then(() => process.exit(0)));
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
