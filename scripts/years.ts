import { readFileSync, writeFileSync } from "node:fs";
import { parseArgs } from "node:util";
import type pg from "pg";
import { connect } from "../server/db/pool.ts";
import { rebuildCounts } from "../server/store/rebuild.ts";
import { ensureBuilt } from "./build.ts";
import { numberOption } from "./number-option.ts";
import { percentile } from "./percentile.ts";
import { openWorkshopCluster, openWorkshopIn } from "./workshop.ts";
import { askAsOwner } from "./signed-in.ts";

const HELP = `npm run years [-- --jobs 100000 --plans docs/query-plans.md]

Fills a demo workshop with so many finished jobs, as after years, and measures every page and
endpoint before and after, one asked after the other. On a database of its own, which is gone
afterwards. 100000 jobs want about 12 GB of disk.

  --jobs   how many (default 100000)
  --plans  writes how the database found what each of them asked for into this file`;

const { values } = parseArgs({
  options: {
    jobs: { type: "string", default: "100000" },
    plans: { type: "string" },
    help: { type: "boolean" },
  },
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
const wanted = numberOption("jobs", values.jobs, 1_000, 1_000_000);

// Calculations, PDFs and photos are not here: they do not ask the database for more with the years.
const PATHS = [
  "/",
  "/shop",
  "/families",
  "/families/TK-5",
  "/families/TK-5/edit",
  "/lots",
  "/parts",
  "/customers",
  "/api/customers?find=kiosk",
  "/handover",
  "/practice",
  "/practice/whole-job",
  "/plan",
  "/records",
  "/film",
  "/jobs/new",
  "/jobs/GW-1151",
  "/jobs/GW-1158",
  "/jobs/GW-1001",
  "/jobs/GW-1158/quotation",
  "/jobs/GW-1158/sheet",
  "/jobs/GW-1161/certificate",
  "/api/bench",
  "/api/shop",
  "/api/shop/acceptance",
  "/api/shop/lamp",
  "/api/shop/radiometer",
  "/api/shop/room",
  "/people",
  "/api/people",
  "/api/audit",
  "/api/lots",
  "/api/families",
  "/api/families/TK-5/export",
  "/api/families/TK-5/patterns",
  "/api/film/wanted",
  "/api/film/sheets",
  "/api/bench-fits",
  "/api/plan",
  "/api/parts",
  ...["", "/money"].map(
    (of) => `/api/records${of}?from=${new Date(0).toISOString()}&to=${new Date().toISOString()}`,
  ),
  "/jobs",
  "/api/jobs?find=gw",
  "/api/jobs?find=gw-11",
  "/api/jobs?find=cracked+glass",
  "/api/jobs?find=none+such",
  "/api/jobs?find=zq",
  "/api/jobs?state=open&order=due",
  "/api/jobs?state=repaired",
  "/api/jobs?state=not%20fetched",
  "/api/jobs?family=TK-5",
  "/api/jobs?lot=LA-113",
  "/api/jobs/GW-1158/moves",
  "/api/jobs/GW-1158/export",
  "/api/jobs/GW-1158/hot-nearby",
  "/api/jobs/GW-1158/panel-test",
  "/api/jobs/GW-1161/certificate.json",
  "/api/jobs/GW-1161/certificate-link",
  "/api/jobs/GW-1161/readings.csv",
  "/readyz",
];

const TIMES = 40;

interface Times {
  median: number;
  p95: number;
}

async function timesOf(url: string): Promise<Times> {
  const taken: number[] = [];
  // The first asks are of a server that has just been started.
  for (let n = -5; n < TIMES; n += 1) {
    const fromMs = performance.now();
    const answer = await askAsOwner(url);
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${url} answers ${answer.status}`);
    if (n >= 0) taken.push(performance.now() - fromMs);
  }
  return { median: percentile(taken, 0.5)!, p95: percentile(taken, 0.95)! };
}

async function timeAll(url: string): Promise<Map<string, Times>> {
  const times = new Map<string, Times>();
  for (const path of PATHS) times.set(path, await timesOf(`${url}${path}`));
  return times;
}

/** Copies rows of the finished demo jobs so many times over, each copy with ids of its own and in time of its own. */
async function copyRows(
  client: pg.PoolClient,
  table: string,
  copies: number,
  changed: Record<string, string>,
  where: string,
): Promise<void> {
  const { rows } = await client.query<{ name: string }>(
    "SELECT column_name AS name FROM information_schema.columns WHERE table_name = $1 ORDER BY ordinal_position",
    [table],
  );
  const names = rows.map(({ name }) => name);
  await client.query(
    `INSERT INTO ${table} (${names.join(", ")})
     SELECT ${names.map((name) => changed[name] ?? `t.${name}`).join(", ")}
     FROM generate_series(1, ${copies}) AS n, ${table} AS t WHERE ${where}`,
  );
}

const copied = (column: string) => `md5(${column}::text || n)::uuid`;
/** Ten years are spread over the copies. */
const earlier = (column: string, copies: number) =>
  `${column} - n * interval '${((3_650 * 24) / copies).toFixed(4)} hours'`;
const ENDED = "IN (SELECT id FROM job WHERE ended_at IS NOT NULL AND code LIKE 'GW-%')";

async function grow(pool: pg.Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query("SET statement_timeout = 0; SET maintenance_work_mem = '1GB'");
    const { rows } = await client.query<{ ended: number }>(
      `SELECT count(*)::int AS ended FROM job WHERE id ${ENDED}`,
    );
    const copies = Math.ceil(wanted / rows[0]!.ended);
    // Indexes are made when all is there; what hangs on a move is copied itself.
    const { rows: indexes } = await client.query<{ name: string; definition: string }>(
      `SELECT indexname AS name, indexdef AS definition FROM pg_indexes
       WHERE tablename IN ('move', 'reading') AND indexname NOT IN (SELECT conname FROM pg_constraint)`,
    );
    for (const { name } of indexes) await client.query(`DROP INDEX ${name}`);
    await client.query("SET session_replication_role = replica");
    const ago = (column: string) => earlier(`t.${column}`, copies);
    const jobAndMove = { move_id: copied("t.move_id"), job_id: copied("t.job_id") };
    const of = `t.job_id ${ENDED}`;
    const tables: [string, Record<string, string>, string][] = [
      ["move", { id: copied("t.id"), job_id: copied("t.job_id"), received_at: ago("received_at") }, of],
      ["reading", { ...jobAndMove, at: ago("at") }, of],
      ["lamp_exposure", { ...jobAndMove, at: ago("at") }, of],
      ["look", jobAndMove, of],
      [
        "look_call",
        { move_id: copied("t.move_id") },
        `t.move_id IN (SELECT move_id FROM look WHERE job_id ${ENDED})`,
      ],
      ["spent", { job_id: copied("t.job_id") }, of],
      ["job_record", { job_id: copied("t.job_id"), ended_at: ago("ended_at") }, of],
      ["job_money", { job_id: copied("t.job_id"), ended_at: ago("ended_at") }, of],
      [
        "job",
        {
          id: copied("t.id"),
          code: "'GWY-' || row_number() OVER ()",
          opened_at: ago("opened_at"),
          ended_at: ago("ended_at"),
        },
        `t.id ${ENDED}`,
      ],
    ];
    for (const [table, changed, where] of tables) {
      const fromMs = performance.now();
      await copyRows(client, table, copies, changed, where);
      console.log(`  ${table}: ${((performance.now() - fromMs) / 1_000).toFixed(0)} s`);
    }
    await client.query("SET session_replication_role = origin");
    const fromMs = performance.now();
    for (const { definition } of indexes) await client.query(definition);
    console.log(`  indexes: ${((performance.now() - fromMs) / 1_000).toFixed(0)} s`);
    await client.query("VACUUM ANALYZE");
    // What was written goes to the disk now, and not while pages are asked for.
    await client.query("CHECKPOINT");
  } finally {
    client.release(true);
  }
  await rebuildCounts(pool, { mend: true });
}

interface PlanNode {
  "Node Type": string;
  "Relation Name"?: string;
  "Index Name"?: string;
  "Actual Rows"?: number;
  "Actual Loops"?: number;
  Plans?: PlanNode[];
}

const scansOf = (node: PlanNode): string[] => [
  ...(node["Node Type"].includes("Scan") && (node["Relation Name"] ?? node["Index Name"])
    ? [
        `${node["Relation Name"] ?? "bitmap"} by ${node["Index Name"] ?? "all rows"} (${(node["Actual Rows"] ?? 0) * (node["Actual Loops"] ?? 1)})`,
      ]
    : []),
  ...(node.Plans ?? []).flatMap(scansOf),
];

/** What the database wrote of each statement: what it was, which tables it looked into by which index, and how long it took. */
function readPlans(log: string): { query: string; scans: string[]; ms: number }[] {
  const found = new Map<string, { query: string; scans: string[]; ms: number }>();
  for (const part of log.split(/^.*LOG: {2}duration: /m).slice(1)) {
    const [, ms, plan] = /^([\d.]+) ms {2}plan:\n([\s\S]*?)^\t}$/m.exec(part) ?? [];
    if (!ms || !plan) continue;
    const read = JSON.parse(`${plan}}`) as { "Query Text": string; Plan: PlanNode };
    const query = read["Query Text"].replace(/\s+/g, " ");
    const before = found.get(query);
    if (!before || before.ms < Number(ms))
      found.set(query, { query, scans: scansOf(read.Plan), ms: Number(ms) });
  }
  return [...found.values()].sort((a, b) => b.ms - a.ms);
}

await ensureBuilt();
const cluster = await openWorkshopCluster(Date.now());
const workshop = await openWorkshopIn(cluster.root);
const pool = connect(workshop.databaseUrl);
try {
  const before = await timeAll(workshop.url);
  console.log("Filling the years in.");
  await grow(pool);
  const { rows } = await pool.query<{ jobs: string; moves: string; size: string }>(
    `SELECT (SELECT count(*) FROM job) AS jobs, (SELECT count(*) FROM move) AS moves,
            pg_size_pretty(pg_database_size(current_database())) AS size`,
  );
  console.log(`${rows[0]!.jobs} jobs, ${rows[0]!.moves} moves, ${rows[0]!.size}`);
  const after = await timeAll(workshop.url);
  console.log("How long each took, ms:");
  console.table(
    Object.fromEntries(
      PATHS.map((path) => {
        const [was, is] = [before.get(path)!, after.get(path)!];
        return [
          path,
          {
            "demo median": Math.round(was.median),
            "years median": Math.round(is.median),
            "demo p95": Math.round(was.p95),
            "years p95": Math.round(is.p95),
            "as on the demo": is.median <= 1.3 * was.median || is.median <= was.median + 10,
          },
        ];
      }),
    ),
  );
  if (values.plans) {
    const name = new URL(workshop.databaseUrl).pathname.slice(1);
    for (const [setting, value] of [
      ["session_preload_libraries", "auto_explain"],
      ["auto_explain.log_min_duration", "0"],
      ["auto_explain.log_analyze", "on"],
      ["auto_explain.log_format", "json"],
    ] as const) {
      await pool.query(`ALTER DATABASE ${name} SET ${setting} = '${value}'`);
    }
    await workshop.stopServer();
    const fromByte = readFileSync(cluster.log).length;
    await workshop.startServer();
    for (const path of PATHS) await (await askAsOwner(`${workshop.url}${path}`)).arrayBuffer();
    const plans = readPlans(readFileSync(cluster.log).subarray(fromByte).toString());
    const lines = plans.map(
      ({ query, scans, ms }) =>
        `| \`${query.slice(0, 160).replaceAll("|", "\\|")}\` | ${scans.join("; ") || "no table"} | ${ms.toFixed(1)} |`,
    );
    writeFileSync(
      values.plans,
      `# How the database finds what pages ask for\n\nOn ${rows[0]!.jobs} jobs and ${rows[0]!.moves} moves, written by \`npm run years\`. For each statement: the tables that it looks into, by which index, and how many rows it took of each; then how long it took with all of that written down, ms.\n\n| statement | looks into | ms |\n|---|---|---|\n${lines.join("\n")}\n`,
    );
    console.log(`${plans.length} statements in ${values.plans}`);
  }
} finally {
  await pool.end();
  await workshop.close();
  await cluster.stop();
}
process.exit(0);
