import { migrate } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { readEnvironment } from "../server/environment.ts";

try {
  const pool = connect(readEnvironment(process.env).DATABASE_URL);
  const run = await migrate(pool);
  console.log(run.length > 0 ? `Ran ${run.join(", ")}.` : "The database is up to date.");
  await pool.end();
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
