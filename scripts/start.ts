import { existsSync } from "node:fs";
import { whyUnfit } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { readEnvironment } from "../server/environment.ts";
import { serveBuilt } from "./serve.ts";

async function checkAndServe(): Promise<void> {
  const { DATABASE_URL, HOST, PORT } = readEnvironment(process.env);
  if (!existsSync("dist/server/entry.mjs")) throw new Error("The application is not built: npm run build");
  const pool = connect(DATABASE_URL);
  try {
    const unfit = await whyUnfit(pool).catch((error: Error) => {
      throw new Error(`DATABASE_URL names a database that does not answer: ${error.message || error.name}`);
    });
    if (unfit) throw new Error(unfit);
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
