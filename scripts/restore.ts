import { parseArgs } from "node:util";
import { readEnvironment } from "../server/environment.ts";
import { verifiedText } from "../server/certificates/verify-all.ts";
import { restore } from "./database-copy.ts";

const HELP = `npm run restore -- FILE [--replace]

Brings a backup into the database that DATABASE_URL names, all or nothing, proves that each table is
as it was backed up, brings it up to this version, and says whether all that was signed is as it was
signed (it ends with 1 where something is not). Stop the servers before.

  --replace  lose what the database holds; without it the database must be empty`;

const { values, positionals } = parseArgs({
  options: { help: { type: "boolean" }, replace: { type: "boolean", default: false } },
  allowPositionals: true,
});
const [file] = positionals;
if (values.help || file === undefined) {
  console.log(HELP);
  process.exit(values.help ? 0 : 1);
}
try {
  const { DATABASE_URL } = readEnvironment(process.env);
  const { tables, rows, migrated, signed } = await restore(DATABASE_URL, file, { replace: values.replace });
  console.log(`Restored and compared: ${rows} rows of ${tables} tables are as they were backed up.`);
  if (migrated.length > 0) console.log(`Brought up to this version: ${migrated.join(", ")}.`);
  console.log(verifiedText(signed));
  if (signed.faults.length > 0) process.exit(1);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
