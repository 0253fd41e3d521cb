import { spawn } from "node:child_process";
import { migrate } from "../server/db/migrate.ts";
import { connect } from "../server/db/pool.ts";
import { loadDemo } from "./load-demo.ts";
import { openProjectCluster } from "./postgres.ts";

// A cluster of its own, so that developing neither touches the demo's data nor stops its server.
const cluster = await openProjectCluster(process.cwd(), "dev");
const url = await cluster.database("half_lift");
const pool = connect(url);
await migrate(pool);
await loadDemo(pool);
await pool.end();
const astro = spawn(process.execPath, ["node_modules/astro/astro.js", "dev", ...process.argv.slice(2)], {
  stdio: "inherit",
  env: { ...process.env, DATABASE_URL: url, ASTRO_TELEMETRY_DISABLED: "1" },
});
for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => astro.kill(signal));
astro.on("exit", (code) => {
  void cluster.stop().then(() => process.exit(code ?? 0));
});
