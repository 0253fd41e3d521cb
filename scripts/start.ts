import { existsSync } from "node:fs";
import { migrationsOfLater, missingMigrations, whyTooNew } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { readEnvironment } from "../server/environment.ts";
import { serveBuilt } from "./serve.ts";

async function checkAndServe(): Promise<void> {
  const { DATABASE_URL, HOST, PORT } = readEnvironment(process.env);
  if (!existsSync("dist/server/entry.mjs")) throw new Error("The application is not built: npm run build");
  const pool = connect(DATABASE_URL);
  try {
    const missing = await missingMigrations(pool).catch((error: Error) => {
      throw new Error(`DATABASE_URL names a database that does not answer: ${error.message || error.name}`);
    });
    const newer = await migrationsOfLater(pool);
    if (newer.length > 0) throw new Error(whyTooNew(newer));
    if (missing.length > 0) throw new Error(`The database lacks ${missing.join(", ")}: npm run migrate`);
  } finally {
    await pool.end();
  }
  Object.assign(process.env, { HOST, PORT: String(PORT) });
  const stop = await serveBuilt();
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) {
    process.once(signal, () => void stop().then(() => process.exit(0)));
  }
}

try {
  await checkAndServe();
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
