import { parseArgs } from "node:util";
import { readEnvironment } from "../server/environment.ts";
import { backupName } from "./backup-task.ts";
import { backUp, rowsOf } from "./database-copy.ts";

const HELP = `npm run backup [-- FOLDER]

Copies the database that DATABASE_URL names into a new folder, photos included, as of one moment and
while it is worked with. Without a name the folder is half-lift- and the time.`;

const { values, positionals } = parseArgs({
  options: { help: { type: "boolean" } },
  allowPositionals: true,
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
try {
  const folder = positionals[0] ?? backupName(new Date());
  const made = await backUp(readEnvironment(process.env).DATABASE_URL, folder);
  console.log(`${folder}: ${rowsOf(made)} rows of ${Object.keys(made.tables).length} tables.`);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
