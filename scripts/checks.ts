import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { ensureBuilt } from "./build.ts";
import { hashFiles } from "./hash-files.ts";

export interface Tally {
  passed: number;
  failed: number;
}

export type Check = () => Promise<Tally>;

/** What checks keep for the next run. */
export const CACHE = "node_modules/.cache/half-lift";
const cached = (name: string) => [
  "--cache",
  "--cache-strategy",
  "content",
  "--cache-location",
  `${CACHE}/${name}`,
];
// Compiled TypeScript is many times faster; Astro and the linter know only the one before it.
const tsc = "node_modules/typescript-native/bin/tsc";

/** Runs a program on this Node and keeps what it prints; shows it at once where that is asked for. */
export function run(
  args: string[],
  { env = {}, shown = false }: { env?: Record<string, string>; shown?: boolean } = {},
): Promise<{ code: number; output: string }> {
  return new Promise((resolve) => {
    let output = "";
    const child = spawn(process.execPath, args, {
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: "1", ...env },
    });
    const take = (chunk: Buffer) => {
      output += chunk.toString();
      if (shown) process.stdout.write(chunk);
    };
    child.stdout.on("data", take);
    child.stderr.on("data", take);
    child.on("close", (code) => resolve({ code: code ?? 1, output }));
  });
}

/** A check that is right or wrong as a whole. */
const wholly =
  (name: string, args: string[]): Check =>
  async () => {
    const { code, output } = await run(args);
    console.log(`${code === 0 ? "  right" : "  WRONG"}  ${name}`);
    if (code !== 0) console.log(output);
    return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
  };

/** All that types are read from. */
const typed = [
  ...["core", "words", "cli", "demo", "server", "src", "scripts", "test"],
  ...["astro.config.mjs", "playwright.config.ts", "eslint.config.mjs", ".oxlintrc.json"],
  ...["tsconfig.json", "tsconfig.pages.json", "package-lock.json"],
];
const isTyped = (file: string) => /\.(ts|tsx|mjs|astro|json)$/.test(file);

/** A check that comes out the same while what it reads is the same: once it was right, it is not made again. The long form makes it. */
const whileTheSame =
  (name: string, args: string[]): Check =>
  async () => {
    const kept = `${CACHE}/${name.replaceAll(/\W+/g, "-")}.sources`;
    const sources = `${process.version} ${args.join(" ")} ${hashFiles(typed, isTyped)}`;
    if (process.env.HALF_LIFT_LONG === undefined && textOf(kept) === sources) {
      console.log(`  right  ${name}, unchanged since it was right`);
      return { passed: 1, failed: 0 };
    }
    const tally = await wholly(name, args)();
    mkdirSync(CACHE, { recursive: true });
    if (tally.failed === 0) writeFileSync(kept, sources);
    return tally;
  };

function textOf(file: string): string | null {
  try {
    return readFileSync(file, "utf8");
  } catch {
    return null;
  }
}

export const format = wholly("format", [
  "node_modules/prettier/bin/prettier.cjs",
  "--check",
  "--log-level",
  "warn",
  ...cached("prettier"),
  ".",
]);

export const lint = wholly("lint", [
  "node_modules/eslint/bin/eslint.js",
  "--max-warnings",
  "0",
  ...cached("eslint"),
  ".",
]);

let synced: Promise<unknown> | null = null;
/** A check that reads the types of Astro's own modules, which Astro writes down once. */
const afterSync =
  (check: Check): Check =>
  async () => {
    if (!existsSync(".astro/types.d.ts")) await (synced ??= run(["node_modules/astro/astro.js", "sync"]));
    return check();
  };

/** What the types know beyond a single line: a case that is forgotten, a promise that nobody waits for, a value of any type. */
export const lintOfTypes = afterSync(
  whileTheSame("lint by the types", [
    "node_modules/oxlint/bin/oxlint",
    "--type-aware",
    "core",
    "words",
    "cli",
    "demo",
    "server",
    "src",
  ]),
);

export const typesOfCore = whileTheSame("types of the core, without DOM and Node", [
  tsc,
  "-p",
  "core/tsconfig.json",
]);

/** All but the pages. */
export const types = afterSync(whileTheSame("types", [tsc, "-p", "tsconfig.json"]));

export const typesOfPages = whileTheSame("types of the pages", [
  "node_modules/astro/astro.js",
  "check",
  "--tsconfig",
  "tsconfig.pages.json",
  "--minimumFailingSeverity",
  "warning",
]);

/** Runs tests, by their files or patterns. */
export const runMocha = (reporter: string[], specs: readonly string[]) =>
  run([
    "node_modules/mocha/bin/mocha.js",
    "--no-config",
    "--import=tsx",
    // Long enough for whatever begins while both cores are taken: it only ends what would never end.
    "--timeout=240000",
    ...reporter,
    ...specs,
  ]);

/** The unit tests of some files or folders. */
export const unitTests =
  (name: string, specs: readonly string[], butFor: readonly string[] = []): Check =>
  async () => {
    const { code, output } = await runMocha(
      ["--reporter=dot", ...butFor.map((file) => `--ignore=${file}`)],
      specs.map((spec) => `${spec}/**/*.test.{ts,tsx}`),
    );
    console.log(`\n  tests of ${name}:\n${output.trimEnd()}\n`);
    const count = (word: string) => Number(new RegExp(`(\\d+) ${word}`).exec(output)?.[1] ?? 0);
    const failed = count("failing");
    // A run that broke before it could count is a failure too.
    return { passed: count("passing"), failed: code !== 0 && failed === 0 ? 1 : failed };
  };

export const build: Check = async () => {
  try {
    await ensureBuilt();
    console.log("  right  build");
    return { passed: 1, failed: 0 };
  } catch (error) {
    console.log(`  WRONG  build\n${(error as Error).message}`);
    return { passed: 0, failed: 1 };
  }
};

/** Runs checks two at a time in the order given: long ones first leave no core idle at the end. */
export async function runAll(checks: readonly Check[]): Promise<Tally> {
  const waiting = [...checks];
  const total: Tally = { passed: 0, failed: 0 };
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const { passed, failed } = await next();
      total.passed += passed;
      total.failed += failed;
    }
  };
  await Promise.all([lane(), lane()]);
  return total;
}
