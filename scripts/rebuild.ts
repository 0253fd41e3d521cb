import { parseArgs } from "node:util";
import { connect } from "../server/db/pool.ts";
import { readEnvironment } from "../server/environment.ts";
import { rebuild } from "../server/store/rebuild.ts";

const HELP = `npm run rebuild [-- --mend]

Works out anew, from the moves of every job in the database that DATABASE_URL names, what is kept
beside them for lists and figures, and says where it was another. Ends with 1 where it was.

  --mend  put right what was another`;

const { values } = parseArgs({
  options: { mend: { type: "boolean", default: false }, help: { type: "boolean" } },
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
try {
  const pool = connect(readEnvironment(process.env).DATABASE_URL);
  const { jobs, differed, counts } = await rebuild(pool, { mend: values.mend });
  await pool.end();
  if (differed.length + counts.length === 0) console.log(`${jobs} jobs: all stands as their moves say.`);
  else {
    const what = [...differed, ...counts].join(", ");
    console.log(`${jobs} jobs: ${values.mend ? "put right" : "another than their moves say"}: ${what}.`);
  }
  process.exit(differed.length + counts.length > 0 && !values.mend ? 1 : 0);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
