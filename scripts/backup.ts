import { parseArgs } from "node:util";
import { readEnvironment } from "../server/environment.ts";
import { backupName } from "./backup-task.ts";
import { backUp, rowsOf } from "./database-copy.ts";

const HELP = `npm run backup [-- FILE]

Copies the database that DATABASE_URL names into one new file, photos included, as of one moment and
while it is worked with. Without a name the file is half-lift-, the time and .tar.`;

const { values, positionals } = parseArgs({
  options: { help: { type: "boolean" } },
  allowPositionals: true,
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
try {
  const file = positionals[0] ?? backupName(new Date());
  const made = await backUp(readEnvironment(process.env).DATABASE_URL, file);
  console.log(`${file}: ${rowsOf(made)} rows of ${Object.keys(made.tables).length} tables.`);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
