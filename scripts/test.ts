import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { ensureBuilt } from "./build.ts";

interface Tally {
  passed: number;
  failed: number;
}

const RESULTS = ".work/results";
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });

function run(args: string[], env: Record<string, string> = {}): Promise<{ code: number; output: string }> {
  return new Promise((resolve) => {
    let output = "";
    const child = spawn(process.execPath, args, {
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: "1", ...env },
    });
    const take = (chunk: Buffer) => {
      output += chunk.toString();
      if (env.SHOWN) process.stdout.write(chunk);
    };
    child.stdout.on("data", take);
    child.stderr.on("data", take);
    child.on("close", (code) => resolve({ code: code ?? 1, output }));
  });
}

/** A check that is right or wrong as a whole. */
async function check(name: string, args: string[]): Promise<Tally> {
  const { code, output } = await run(args);
  console.log(`${code === 0 ? "  right" : "  WRONG"}  ${name}`);
  if (code !== 0) console.log(output);
  return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

async function unitTests(): Promise<Tally> {
  const { code, output } = await run(["node_modules/mocha/bin/mocha.js", "--reporter", "dot"]);
  console.log(output.trimEnd());
  const count = (word: string) => Number(new RegExp(`(\\d+) ${word}`).exec(output)?.[1] ?? 0);
  const failed = count("failing");
  // A run that broke before it could count is a failure too.
  return { passed: count("passing"), failed: code !== 0 && failed === 0 ? 1 : failed };
}

interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number };
}

async function endToEndTests(): Promise<Tally> {
  const file = `${RESULTS}/end-to-end.json`;
  const { code } = await run(["node_modules/@playwright/test/cli.js", "test", "--reporter=list,json"], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: file,
    SHOWN: "1",
  });
  try {
    const { stats } = JSON.parse(readFileSync(file, "utf8")) as PlaywrightReport;
    const failed = stats.unexpected + stats.flaky;
    return { passed: stats.expected, failed: code !== 0 && failed === 0 ? 1 : failed };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

async function buildApplication(): Promise<Tally> {
  try {
    ensureBuilt();
    console.log("  right  build");
    return { passed: 1, failed: 0 };
  } catch (error) {
    console.log(`  WRONG  build\n${(error as Error).message}`);
    return { passed: 0, failed: 1 };
  }
}

const astro = "node_modules/astro/astro.js";
async function staticChecks(): Promise<Tally[]> {
  return [
    await check("format", ["node_modules/prettier/bin/prettier.cjs", "--check", "--log-level", "warn", "."]),
    await check("lint", ["node_modules/eslint/bin/eslint.js", "--max-warnings", "0", "."]),
    await check("types of the core, without DOM and Node", [
      "node_modules/typescript/bin/tsc",
      "-p",
      "core/tsconfig.json",
    ]),
    await check("types of everything", [astro, "check", "--minimumFailingSeverity", "warning"]),
  ];
}

// Neither leaves a core idle: the tests take about as long as reading the sources four times over, and building.
const [ofSources, ofUnits] = await Promise.all([
  staticChecks().then(async (tallies) => [...tallies, await buildApplication()]),
  unitTests(),
]);
const tallies = [...ofSources, ofUnits, await endToEndTests()];
const sum = (of: keyof Tally) => tallies.reduce((total, tally) => total + tally[of], 0);
console.log(`\n${sum("passed")} passed, ${sum("failed")} failed`);
process.exit(sum("failed") > 0 ? 1 : 0);
